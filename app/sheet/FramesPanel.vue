<script setup lang="ts">
import { withKey } from '~/desk/shortcuts'
import SidePanel from '~/desk/SidePanel.vue'
import { computed, ref, watch } from 'vue'
import { bracketHere, repeatOver, repeatWords, withoutRepeat } from './repeats'
import { choices } from './frames-choices'
import { tryOver } from './trying'
import { putIn, repeat, replace } from './arrange'
import { rangeWords } from './range'
import type { Draft } from '#core/commands'
import { drawingNumbered } from '#core/document'
import { useDesk } from '~/desk/desk'
import { reach } from '~/ui/reach'
import { useSheet } from './sheet'

const desk = useDesk()
const sheet = useSheet()
const times = ref(2)
const until = ref(desk.shot?.length ?? 24)
const count = ref(1)

const groups = choices(desk, sheet)
function show(name: string, make: () => Draft[]): void {
  // What is tried now must not be what the next is made from.
  desk.drop()
  const drafts = make()
  if (drafts.length) tryOver(name, drafts)
  else desk.drop()
}
function take(name: string, make: () => Draft[]): void {
  // What is shown is taken as it was shown; copies keep their ids.
  const shown = desk.preview?.asked === name ? desk.preview.drafts : null
  desk.drop()
  const drafts = shown ?? make()
  if (drafts.length) desk.run(...drafts)
  else tryOver(name, [])
}
// — repeat brackets —
/** The repeat that is there, not one that is only tried out: else the panel would jump under the pointer. */
const bracket = computed(() => (desk.stored ? bracketHere(desk.stored.scene, desk.stored.focus)?.repeat : null) ?? null)
const rounds = ref(bracket.value?.times ?? 3)
const thereAndBack = ref(bracket.value?.back ?? false)
watch(
  () => bracket.value?.id,
  () => {
    rounds.value = bracket.value?.times ?? 3
    thereAndBack.value = bracket.value?.back ?? false
  },
)
const bracketOf = (times: number | null) => () =>
  repeatOver(desk.scene!, desk.focus!, {
    times: times === null ? null : Math.max(thereAndBack.value ? 1 : 2, Math.round(rounds.value) || 2),
    back: thereAndBack.value,
  })

// — one drawing for another —
const instead = ref('')
const known = computed(() => {
  const text = instead.value.trim()
  if (!text || !desk.stack) return undefined
  return text.toUpperCase() === 'X' ? null : drawingNumbered(desk.stack, text)?.id
})
/** As it is stored: what is tried out must not move the panel under the pointer. */
const now = computed(() => desk.stored?.focus.drawing?.id ?? '')
const replacing = (everywhere: boolean) => () =>
  known.value === undefined || !now.value
    ? []
    : replace(desk.scene!, desk.focus!, { from: now.value, to: known.value, everywhere })

const repeats = {
  times: () => repeat(desk.scene!, desk.focus!, { times: Math.max(2, Math.round(times.value)) }),
  until: () => repeat(desk.scene!, desk.focus!, { until: Math.round(until.value) }),
}
</script>

<template>
  <SidePanel
    title="More for these frames"
    :words="rangeWords(desk.scene!, desk.focus!)"
    data-tries
    @keydown="reach($event, '[data-choice]:not(:disabled)')"
  >
    <p
      class="h-[52px] overflow-hidden leading-[17px]"
      :title="desk.preview?.words"
      aria-live="polite"
    >
      <span
        v-if="desk.preview?.asked"
        class="text-signal"
        >{{ desk.preview.words }}</span><span
        v-else
        class="text-soft"
        >Point at one, or reach it by an arrow key, to see what it gives.</span
      >
    </p>
    <section
      v-for="g in groups"
      :key="g.name"
      class="mt-1.5 grid grid-cols-[58px_1fr] gap-1"
    >
      <h3 class="pt-1 text-soft">{{ g.name }}</h3>
      <div class="flex flex-wrap gap-1">
        <button
          v-for="c in g.choices"
          :key="c.name"
          type="button"
          data-choice
          class="push-button px-2"
          :title="c.key ? withKey(c.title, c.key) : c.title"
          :disabled="c.off?.()"
          @pointerenter="show(c.name, c.make)"
          @pointerleave="desk.drop()"
          @focus="show(c.name, c.make)"
          @blur="desk.drop()"
          @click="take(c.name, c.make)"
        >
          {{ c.name }}
        </button>
      </div>
    </section>
    <section class="mt-1.5 grid grid-cols-[58px_1fr] gap-1">
      <h3 class="pt-1 text-soft">Bracket</h3>
      <div class="flex flex-wrap items-center gap-1.5">
        <input
          v-model.number="rounds"
          type="number"
          min="1"
          max="999"
          class="field h-7 w-14"
          aria-label="How many times it is shown"
        /><button
          type="button"
          class="push-button px-2"
          :title="withKey('Shown again without copies; a change of the passage shows in all', 'repeat')"
          @pointerenter="show('Bracket', bracketOf(rounds))"
          @pointerleave="desk.drop()"
          @click="take('Bracket', bracketOf(rounds))"
        >
          times
        </button>
        <button
          type="button"
          class="push-button px-2"
          :title="withKey('Again and again up to the end of the shot', 'repeat-end')"
          @pointerenter="show('Bracket to the end', bracketOf(null))"
          @pointerleave="desk.drop()"
          @click="take('Bracket to the end', bracketOf(null))"
        >
          to the end
        </button>
        <label class="flex items-center gap-1"
          ><input
            v-model="thereAndBack"
            type="checkbox"
          />there and back</label
        >
        <template v-if="bracket"
          ><span class="basis-full text-soft">Here: {{ repeatWords(bracket) }}.</span
          ><button
            type="button"
            class="push-button px-2"
            :title="withKey('What the repeat adds becomes exposures of its own', 'repeat-write')"
            @click="take('Plain exposures', () => withoutRepeat(desk.scene!, desk.focus!, 'write'))"
          >
            Into exposures</button
          ><button
            type="button"
            class="push-button px-2"
            @click="take('Delete repeat', () => withoutRepeat(desk.scene!, desk.focus!, 'remove'))"
          >
            Delete repeat
          </button></template
        >
      </div>
    </section>
    <section class="mt-1.5 grid grid-cols-[58px_1fr] gap-1">
      <h3 class="pt-1 text-soft">Repeat</h3>
      <div class="flex flex-wrap items-center gap-1.5">
        <input
          v-model.number="times"
          type="number"
          min="2"
          max="500"
          class="field h-7 w-16"
          aria-label="How many times"
        /><button
          type="button"
          class="push-button px-2"
          @pointerenter="show('Repeat', repeats.times)"
          @pointerleave="desk.drop()"
          @click="take('Repeat', repeats.times)"
        >
          times
        </button>
        <span class="flex items-center gap-1.5">
          <span class="text-soft">or</span>
          <button
            type="button"
            class="push-button px-2"
            @pointerenter="show('Repeat until', repeats.until)"
            @pointerleave="desk.drop()"
            @click="take('Repeat until', repeats.until)"
          >
            until frame</button
          ><input
            v-model.number="until"
            type="number"
            min="2"
            max="14400"
            class="field h-7 w-20"
            aria-label="Until which frame"
          />
        </span>
      </div>
    </section>
    <section class="mt-1.5 grid grid-cols-[58px_1fr] gap-1">
      <h3 class="pt-1 text-soft">Replace</h3>
      <div class="flex flex-wrap items-center gap-1.5">
        <span class="font-mono">{{ desk.stack?.drawings[now]?.number ?? 'blank' }}</span>by<input
          v-model="instead"
          class="field h-7 w-16 font-mono"
          list="numbers"
          aria-label="Number of the drawing to show instead, or X"
          :disabled="!now"
        /><datalist id="numbers">
          <option
            v-for="d in desk.stack?.drawings"
            :key="d.id"
            :value="d.number"
          />
        </datalist>
        <button
          type="button"
          class="push-button px-2"
          :disabled="known === undefined"
          title="In the selected frames"
          @pointerenter="show('Replace here', replacing(false))"
          @pointerleave="desk.drop()"
          @click="take('Replace here', replacing(false))"
        >
          here
        </button>
        <button
          type="button"
          class="push-button px-2"
          :disabled="known === undefined"
          title="Wherever this column exposes it"
          @pointerenter="show('Replace everywhere', replacing(true))"
          @pointerleave="desk.drop()"
          @click="take('Replace everywhere', replacing(true))"
        >
          everywhere
        </button>
        <span
          v-if="instead.trim() && known === undefined"
          class="text-signal"
          role="alert"
          >No drawing {{ instead }} in this column.</span
        >
      </div>
    </section>
    <section class="mt-1.5 grid grid-cols-[58px_1fr] gap-1">
      <h3 class="pt-1 text-soft">Insert</h3>
      <div class="flex flex-wrap items-center gap-1.5">
        <input
          v-model.number="count"
          type="number"
          min="1"
          max="1000"
          class="field h-7 w-16"
          aria-label="How many frames"
        />
        <button
          type="button"
          class="push-button px-2"
          :title="withKey('Holds what is shown before; linked columns follow', 'put-in')"
          @click="
            take('Put frames in', () => putIn(desk.scene!, desk.focus!, Math.max(1, Math.round(count)), 'selected'))
          "
        >
          frames here
        </button>
        <button
          type="button"
          class="push-button px-2"
          :title="withKey('In every column that is not locked', 'put-in-all')"
          @click="
            take('Put frames in all', () => putIn(desk.scene!, desk.focus!, Math.max(1, Math.round(count)), 'all'))
          "
        >
          in all columns
        </button>
      </div>
    </section>
  </SidePanel>
</template>
