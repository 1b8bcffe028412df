<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { plural } from '#core/basic'
import type { Draft } from '#core/commands'
import { phraseEnds, stressMoments } from '#core/dialogue'
import type { Column } from '#core/document'
import { linesOnSheet } from '#core/document'
import type { Frames } from '#core/sheet'
import { perSecond } from '#core/time'
import { useDesk } from '~/desk/desk'
import { StrokesAway } from '~/desk/drafts'
import { oneStep } from '~/desk/one-step'
import { tell } from '~/ui/messages'
import PickList from '~/ui/PickList.vue'
import SwitchRow from '~/ui/SwitchRow.vue'
import { blinkSpan, browSpan, freeColumns, headsIn, nodDrafts, shownDrafts, whyNoNod } from './offers'
import { useMouths } from './store'

/** Poses that stresses may drive: a nod, a brow, a blink. They are offered, one by one. */
const [desk, mouths] = [useDesk(), useMouths()]
type Kind = 'nod' | 'brow' | 'blink'
const kind = ref<Kind>('nod')
const KINDS = (['nod', 'brow', 'blink'] as const).map(value => ({ value, name: value }))
const shot = computed(() => desk.shot!)
const moments = computed<Frames[]>(() => {
  const { heard, choices } = mouths
  if (!heard?.length) return []
  return kind.value === 'blink'
    ? phraseEnds(heard, shot.value.rate, { pause: choices.settings.pause, length: shot.value.length })
    : stressMoments(heard, shot.value.rate)
})

const heads = computed(() => (desk.stored ? headsIn(desk.stored.scene) : []))
const head = ref(0)
const hasFigure = ({ stack }: Column): boolean =>
  Object.values(desk.shot!.stacks[stack]!.subjects).some(s => s.kind === 'figure')
/** Columns that can show another drawing: an eye, a brow. */
const columns = computed(() =>
  (desk.stored ? freeColumns(desk.stored.scene) : []).filter(
    c =>
      !c.mouths && !hasFigure(c) && Object.values(desk.shot!.stacks[c.stack]!.drawings).filter(d => d.own).length > 1,
  ),
)
const columnId = ref('')
const column = computed(() => columns.value.find(c => c.id === columnId.value) ?? columns.value[0] ?? null)
const drawings = computed(() =>
  Object.values(column.value ? desk.shot!.stacks[column.value.stack]!.drawings : {})
    .filter(d => d.own)
    .map(d => ({ value: d.id, name: d.number })),
)
const drawing = ref('')
const picked = computed(() => drawings.value.find(d => d.value === drawing.value)?.value ?? drawings.value[1]?.value)
const degrees = ref(8)
const where = computed(() =>
  kind.value === 'nod' ? heads.value.map(h => `${h.subject.name} in ${h.column.name}`) : columns.value.map(c => c.name),
)

const words = computed(() => linesOnSheet(desk.stored!.scene.shot, desk.stored!.scene.plan).flatMap(l => l.words))
/** What is said on a frame. */
function wordOn({ first, last }: Frames): string {
  const at = kind.value === 'blink' ? first - 1 : Math.round((first + last) / 2)
  return words.value.find(w => w.first <= at && at <= w.last)?.word.text ?? ''
}
const taken = ref<ReadonlySet<number>>(new Set())
const offers = computed(() =>
  moments.value.map(m => {
    const nodding = heads.value[head.value]
    const why = kind.value !== 'nod' ? '' : nodding ? whyNoNod(nodding.column, m) : 'there is no head'
    return { ...m, word: wordOn(m), why, on: !why && taken.value.has(m.first) }
  }),
)
watch(
  [moments, kind, head],
  () => {
    taken.value = new Set(moments.value.map(m => m.first))
  },
  { immediate: true },
)
function toggle(first: number): void {
  const next = new Set(taken.value)
  if (!next.delete(first)) next.add(first)
  taken.value = next
  if (desk.preview?.asked === 'stresses') show()
}
const chosen = computed(() => offers.value.filter(o => o.on))

function drafts(): Draft[] {
  const scene = desk.stored!.scene
  const nodding = heads.value[head.value]
  if (kind.value === 'nod') return nodding ? nodDrafts(scene, nodding, chosen.value, degrees.value) : []
  if (!column.value || !picked.value) return []
  const r = perSecond(shot.value.rate)
  const spans = chosen.value.map(m => (kind.value === 'blink' ? blinkSpan(m, r) : browSpan(m)))
  return shownDrafts(scene, column.value, picked.value, spans)
}
const NAMES: Readonly<Record<Kind, string>> = { nod: 'nod', brow: 'brow', blink: 'blink' }
const told = computed(() => plural(chosen.value.length, NAMES[kind.value]))
function made(): Draft[] {
  try {
    return oneStep(drafts(), `${told.value} on the stresses`)
  } catch (error) {
    if (!(error instanceof StrokesAway)) throw error
    tell(error.message)
    return []
  }
}
function show(): void {
  desk.drop()
  const all = made()
  const refused = all.length ? desk.tryOut(all, `${told.value}: play them, then take them.`) : null
  if (refused) tell(refused)
  else if (desk.preview) desk.preview = { ...desk.preview, asked: 'stresses' }
}
function take(): void {
  const shown = desk.preview?.asked === 'stresses' ? desk.preview.drafts : null
  desk.drop()
  const all = shown ?? made()
  const done = `${told.value} added.`
  if (all.length && desk.run(...all)) desk.tellDone(done)
}
</script>

<template>
  <section
    aria-label="From the stresses"
    class="space-y-1.5"
  >
    <h3 class="font-semibold">From the stresses</h3>
    <SwitchRow
      v-model="kind"
      :options="KINDS"
      label="What the stresses drive"
    />
    <p
      v-if="!where.length"
      class="text-soft"
    >
      {{
        kind === 'nod'
          ? 'No figure with a head is in a column whose timing is free.'
          : 'A brow or an eye is a column of its own with two drawings at least; let it ride on the head.'
      }}
    </p>
    <template v-else>
      <label class="flex items-center gap-2"
        ><span class="w-12">of</span
        ><PickList
          v-if="kind === 'nod'"
          v-model="head"
          class="min-w-0 flex-1"
          :options="where.map((name, value) => ({ value, name }))"
          label="Whose head nods" /><PickList
          v-else
          :model-value="column?.id ?? ''"
          class="min-w-0 flex-1"
          :options="columns.map(c => ({ value: c.id, name: c.name }))"
          label="Column of the brow or the eye"
          @update:model-value="columnId = $event"
      /></label>
      <label class="flex items-center gap-2"
        ><span class="w-12">{{ kind === 'nod' ? 'by' : kind === 'brow' ? 'raised' : 'shut' }}</span
        ><template v-if="kind === 'nod'"
          ><input
            v-model.number="degrees"
            type="number"
            min="-45"
            max="45"
            class="field h-7 w-16 text-right font-mono"
            aria-label="Degrees of the nod"
          />°</template
        ><PickList
          v-else
          :model-value="picked ?? ''"
          class="w-24"
          :options="drawings"
          :label="kind === 'brow' ? 'Drawing of the raised brow' : 'Drawing of the shut eye'"
          @update:model-value="drawing = $event"
      /></label>
      <ul
        class="max-h-36 overflow-y-auto"
        style="scrollbar-width: thin"
        :aria-label="`Where there can be a ${kind}`"
      >
        <li
          v-for="o in offers"
          :key="o.first"
        >
          <label
            class="flex items-center gap-1.5"
            :class="o.why ? 'text-soft' : ''"
            ><input
              type="checkbox"
              :checked="o.on"
              :disabled="!!o.why"
              @change="toggle(o.first)"
            /><span class="font-mono text-[12px]">{{ o.first }}</span
            >{{ o.word }}<template v-if="o.why"> ({{ o.why }})</template></label
          >
        </li>
      </ul>
      <div class="flex flex-wrap gap-1.5">
        <button
          type="button"
          class="push-button"
          :disabled="!chosen.length"
          @click="take"
        >
          Add {{ told }}</button
        ><button
          type="button"
          class="push-button"
          :disabled="!chosen.length"
          title="Seen before they are taken"
          @click="show"
        >
          Look at them
        </button>
      </div>
    </template>
  </section>
</template>
