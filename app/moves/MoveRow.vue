<script setup lang="ts">
import { computed } from 'vue'
import { Trash2 } from '@lucide/vue'
import { equal } from '#core/document'
import type { Move } from '#core/document'
import { recipeName, recipes } from '#core/chart'
import { MAX_FRAMES } from '#core/time'
import { useDesk } from '~/desk/desk'
import PickList from '~/ui/PickList.vue'
import { tell } from '~/ui/messages'
import type { Go, Mover, Numbers } from './movers'
import { middleOf, numbersOf, ownBox, usualGo, withNumbers } from './movers'

/** A placement in numbers, and how it goes from there to the next one. */
const { move, mover, more } = defineProps<{ move: Move; mover: Mover; more: boolean }>()
const desk = useDesk()
const here = computed(() => desk.workFrame === move.frame)
const numbers = computed(() => numbersOf(desk.scene!, mover, move))
const of = computed(() => ({ plan: desk.plan!.id, column: mover }))

const FIELDS: readonly { key: keyof Numbers; label: string; least: number; most: number; digits: number }[] = [
  { key: 'x', label: 'across', least: -100_000, most: 100_000, digits: 1 },
  { key: 'y', label: 'down', least: -100_000, most: 100_000, digits: 1 },
  { key: 'turn', label: 'degrees', least: -36_000, most: 36_000, digits: 1 },
  { key: 'size', label: 'per cent', least: 0.1, most: 100_000, digits: 1 },
]
/** Large numbers are whole: there is no room for more. */
const shown = (n: number, digits: number): string => {
  const to = Math.abs(n) < 1000 ? 10 ** digits : 1
  return String(Math.round(n * to) / to || 0)
}
function typed(e: Event, f: (typeof FIELDS)[number]): void {
  const field = e.target as HTMLInputElement
  const text = field.value.trim().replace(',', '.')
  const n = Number(text)
  if (!text || !(n >= f.least && n <= f.most)) tell(`Type a number from ${f.least} to ${f.most}. Nothing was changed.`)
  else desk.run(withNumbers(desk.scene!, mover, move, { [f.key]: n }))
  field.value = shown(numbers.value[f.key], f.digits)
}
function time(e: Event): void {
  const field = e.target as HTMLInputElement
  const to = Number(field.value)
  if (!Number.isInteger(to) || to < 1 || to > MAX_FRAMES) tell('Type the number of a frame. Nothing was changed.')
  else desk.run({ name: 'move.time', args: { ...of.value, from: move.frame, to } })
  field.value = String(move.frame)
}
const remove = (): void => void desk.run({ name: 'move.remove', args: { ...of.value, frames: [move.frame] } })

const HOLDS = 'holds'
const names = recipes.map((r, i) => ({ value: String(i), name: recipeName(r) }))
const known = computed(() => recipes.findIndex(r => equal(r, move.go?.recipe)))
const spacings = computed(() => [
  { value: HOLDS, name: 'holds until then' },
  ...(move.go && known.value < 0 ? [{ value: 'own', name: recipeName(move.go.recipe) }] : []),
  ...names,
])
const spacing = computed({
  get: () => (!move.go ? HOLDS : known.value < 0 ? 'own' : String(known.value)),
  set: to => {
    if (to === 'own') return
    go(to === HOLDS ? null : { ...goes(), recipe: recipes[Number(to)]! })
  },
})
const goes = (): Go =>
  move.go ??
  usualGo(mover === null ? null : desk.plan!.columns[mover]!, middleOf(ownBox(desk.scene!, mover, move.frame)))
const go = (to: Go | null): void => void desk.run({ name: 'move.go', args: { ...of.value, frame: move.frame, go: to } })
const STEPS = computed(() => [
  ...(mover === null ? [] : [{ value: 0, name: 'with its drawings' }]),
  ...[1, 2, 3, 4].map(value => ({ value, name: ['', 'on ones', 'on twos', 'on threes', 'on fours'][value]! })),
])
const step = computed({
  get: () => (move.go?.drawn ? 0 : (move.go?.step ?? 1)),
  set: to => {
    const { drawn: _drawn, ...bare } = goes()
    go(to === 0 ? { ...bare, step: 1, drawn: true } : { ...bare, step: to })
  },
})
const arc = computed({
  get: () => !!move.go?.arc,
  set: to => {
    const { arc: _arc, ...bare } = goes()
    go(to ? { ...bare, arc: true } : bare)
  },
})
</script>

<template>
  <li class="space-y-1">
    <div class="flex items-center gap-1">
      <input
        class="field h-7 w-12 text-right font-mono"
        :class="{ 'border-signal': here }"
        inputmode="numeric"
        :value="move.frame"
        :aria-label="`Frame of the placement on ${move.frame}`"
        title="The frame: double-click goes there"
        @change="time"
        @dblclick="desk.goTo(move.frame)"
      /><input
        v-for="f in FIELDS"
        :key="f.key"
        class="field h-7 w-[3.3rem] min-w-0 flex-1 px-1 text-right font-mono"
        inputmode="decimal"
        :value="shown(numbers[f.key], f.digits)"
        :aria-label="`${f.label}, frame ${move.frame}`"
        @change="typed($event, f)"
      /><button
        type="button"
        class="push-button px-1"
        :aria-label="`Take the placement on ${move.frame} out`"
        title="Take it out"
        @click="remove"
      >
        <Trash2 :size="14" />
      </button>
    </div>
    <div
      v-if="more"
      class="flex items-center gap-1 pl-3"
    >
      <PickList
        v-model="spacing"
        class="min-w-0 flex-1"
        :options="spacings"
        :label="`Spacing from frame ${move.frame} on`"
      /><template v-if="move.go"
        ><PickList
          v-model="step"
          class="w-24"
          :options="STEPS"
          :label="`Step from frame ${move.frame} on`"
        /><label
          class="flex items-center gap-1"
          title="On an arc through the placements before and after; else straight"
          ><input
            v-model="arc"
            type="checkbox"
            :aria-label="`On an arc from frame ${move.frame} on`"
          />arc</label
        ></template
      >
    </div>
  </li>
</template>
