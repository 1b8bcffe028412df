<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { plural } from '#core/basic'
import { useDesk } from '~/desk/desk'
import { useLightTable } from '~/light-table/store'
import FormRow from '~/ui/FormRow.vue'
import { tell } from '~/ui/messages'
import { usePaintCounts } from '~/ui/paint/counts'
import SwitchRow from '~/ui/SwitchRow.vue'
import { useCycles } from './store'
import type { WaveChoice } from './waves'
import { choiceOf, lengthOver, rewaveDraft, usualWave, waveDrafts, waveOver } from './waves'

/** A wave along a soft edge: cloth, hair, water, flags; over drawn lines or a chain. */
const [desk, cycles, table, painted] = [useDesk(), useCycles(), useLightTable(), usePaintCounts()]
const here = computed(() => (!cycles.planning && cycles.here?.cycle.wave ? cycles.here : null))
const USUAL: WaveChoice = {
  ...{ amplitude: 40, wavelength: 300, outward: true, fromStart: true, grows: 1, frames: 24, drawings: 6 },
}
const choice = ref<WaveChoice>(USUAL)
watch(here, now => (choice.value = (now && choiceOf(now.cycle)) ?? choice.value), { immediate: true })
const set = (to: Partial<WaveChoice>): void => {
  choice.value = { ...choice.value, ...to }
}
const over = computed(() => (desk.focus ? waveOver(desk.focus, table.selected?.strokes ?? []) : null))
/** As long as nothing was typed, the numbers are those of what waves. */
const typedOwn = ref(false)
watch(
  () => {
    void painted.arrivals
    return here.value || !over.value || typedOwn.value ? null : lengthOver(desk.scene!, over.value, desk.stack!)
  },
  length => {
    if (length) set(usualWave(length))
  },
  { immediate: true },
)
const words = computed(() => {
  if (here.value) return `${plural(here.value.cycle.steps[0]!.moments.length, 'drawing')} of this wave.`
  const o = over.value
  if (!o) return 'Go to a drawing with a line or a chain at rest: it waves over that.'
  if (o.chain) return `${desk.stack!.subjects[o.chain.subject]!.name} waves: ${plural(o.chain.bones.length, 'part')}.`
  return `${plural(o.strokes.length, 'line')} of drawing ${o.rest.number}${table.selected ? ', selected' : ''}. The longest is the edge.`
})
interface Field {
  readonly key: 'amplitude' | 'wavelength' | 'frames' | 'drawings'
  readonly name: string
  readonly unit: string
  readonly least: number
  readonly most: number
  readonly label: string
}
const fields: readonly Field[] = [
  { key: 'amplitude', name: 'goes', unit: 'px aside', least: 0, most: 4000, label: 'Px that the wave goes aside' },
  { key: 'wavelength', name: 'crest to crest', unit: 'px', least: 1, most: 100_000, label: 'Px from crest to crest' },
  { key: 'frames', name: 'a wave in', unit: 'frames', least: 2, most: 300, label: 'Frames that a wave takes' },
  { key: 'drawings', name: 'in', unit: 'drawings', least: 2, most: 24, label: 'Drawings of a wave' },
]
function typed(e: Event, f: Field): void {
  const field = e.target as HTMLInputElement
  const n = Number(field.value.replace(',', '.'))
  const whole = f.key === 'frames' || f.key === 'drawings'
  if (field.value.trim() && n >= f.least && n <= f.most && (!whole || Number.isInteger(n))) {
    set({ [f.key]: n })
    typedOwn.value = true
  } else tell(`Type a ${whole ? 'whole ' : ''}number from ${f.least} to ${f.most}. Nothing was changed.`)
  field.value = String(choice.value[f.key])
}
const WAYS = [
  { value: 'out' as const, name: 'to the loose end' },
  { value: 'in' as const, name: 'back' },
]
const way = computed({ get: () => (choice.value.outward ? 'out' : 'in'), set: to => set({ outward: to === 'out' }) })
const ENDS = [
  { value: 'start' as const, name: 'at its start' },
  { value: 'end' as const, name: 'at its end' },
]
const held = computed({
  get: () => (choice.value.fromStart ? 'start' : 'end'),
  set: to => set({ fromStart: to === 'start' }),
})
const GROWS = [
  { value: 0, name: 'not' },
  { value: 1, name: 'evenly' },
  { value: 2, name: 'late' },
]
const grows = computed({ get: () => choice.value.grows, set: to => set({ grows: to }) })
const AWAY = 'Not all lines of this drawing have come yet. Try again in a moment; nothing was changed.'

function make(): void {
  if (!over.value) return tell('There is nothing to wave on this frame.')
  const made = waveDrafts(desk.scene!, desk.focus!, over.value, choice.value)
  if (!made) return tell(AWAY)
  if (!desk.run(...made.drafts)) return
  cycles.planning = false
  desk.goTo(made.onFrame)
  desk.tellDone(
    `${plural(Math.min(choice.value.drawings, choice.value.frames), 'drawing')} of a wave. The one at rest is in the tray.`,
  )
}
function anew(): void {
  const draft = rewaveDraft(desk.scene!, desk.stack!, here.value!.column.id, here.value!, choice.value)
  if (!draft) tell('The drawing at rest, or its lines, are not there: the wave cannot be made anew.')
  else desk.run(draft)
}
</script>

<template>
  <section
    aria-label="Wave along an edge"
    class="space-y-1.5"
  >
    <h3 class="font-semibold">Wave along an edge</h3>
    <p role="status">{{ words }}</p>
    <FormRow
      v-for="f in fields"
      :key="f.key"
      :name="f.name"
      :unit="f.unit"
      ><input
        class="field h-7 w-16 text-right font-mono"
        inputmode="decimal"
        :value="choice[f.key]"
        :aria-label="f.label"
        @change="typed($event, f)"
    /></FormRow>
    <FormRow
      name="runs"
      choices
      ><SwitchRow
        v-model="way"
        :options="WAYS"
        label="Which way the wave runs"
      />
    </FormRow>
    <FormRow
      v-if="!over?.chain || here"
      name="is held"
      choices
      ><SwitchRow
        v-model="held"
        :options="ENDS"
        label="Which end of the line is held"
      />
    </FormRow>
    <FormRow
      name="grows"
      choices
      ><SwitchRow
        v-model="grows"
        :options="GROWS"
        label="How the wave grows to the loose end"
      />
    </FormRow>
    <button
      v-if="here"
      type="button"
      class="push-button push-button-main"
      @click="anew"
    >
      Wave it so</button
    ><button
      v-else
      type="button"
      class="push-button"
      :disabled="!over"
      @click="make"
    >
      Make the wave
    </button>
  </section>
</template>
