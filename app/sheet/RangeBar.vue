<script setup lang="ts">
import { computed, ref } from 'vue'
import { tryRange } from './trying'
import { ROW_HEIGHTS } from './layout'
import type { RangeChange } from './range'
import { overRange, rangeWords } from './range'
import { useDesk } from '~/desk/desk'
import { useSheet } from './sheet'

const emit = defineEmits<{ more: [] }>()
const desk = useDesk()
const sheet = useSheet()
const by = ref<'push' | 'thin'>('push')
const words = computed(() => (desk.column ? rangeWords(desk.scene!, desk.focus!) : ''))

const rowAt = computed(() => ROW_HEIGHTS.indexOf(sheet.rowHeight as 15))
function setRows(by: number): void {
  sheet.rowHeight = ROW_HEIGHTS[Math.max(0, Math.min(ROW_HEIGHTS.length - 1, rowAt.value + by))]!
}
/** Resting on a button shows what it gives; pressing it takes it. */
const show = (draft: RangeChange): void => tryRange(draft)
function take(draft: RangeChange): void {
  desk.drop()
  const made = overRange(desk.scene!, desk.focus!, draft)
  if (made.length) desk.run(...made)
}
const steps = (n: number): RangeChange => ({ kind: 'expose', step: n, by: by.value })
function flipBy(to: 'push' | 'thin'): void {
  by.value = to
  const last = desk.preview?.drafts[0]
  if (last?.name === 'range.expose') tryRange({ kind: 'expose', step: last.args.step, by: to })
}
</script>

<template>
  <div
    class="w-0 min-w-full border-t border-edge bg-panel px-2.5 py-2"
    data-tries
    @pointerleave="desk.preview?.asked && desk.drop()"
  >
    <div class="float-right ml-2 flex items-center gap-1">
      <select
        v-model="sheet.margin"
        class="field h-6 py-0 text-[11.5px]"
        aria-label="What the margin counts"
        title="What the margin counts"
      >
        <option value="frame">frames</option>
        <option value="timecode">timecode</option>
        <option value="feet">feet+frames</option>
      </select>
      <button
        type="button"
        class="push-button h-6 px-1.5"
        :disabled="rowAt <= 0"
        aria-label="Denser"
        title="Denser: more frames in sight"
        @click="setRows(-1)"
      >
        −
      </button>
      <button
        type="button"
        class="push-button h-6 px-1.5"
        :disabled="rowAt >= ROW_HEIGHTS.length - 1"
        aria-label="Roomier"
        title="Roomier: fewer frames in sight"
        @click="setRows(1)"
      >
        +
      </button>
    </div>
    <p
      class="min-h-[34px] pr-1 leading-[17px]"
      aria-live="polite"
    >
      <template v-if="desk.preview"
        ><span class="text-signal">{{ desk.preview.words }}</span
        >{{ ' '
        }}<span
          v-if="desk.preview.asked"
          class="text-soft"
          >Enter or a click takes it, Esc leaves it.</span
        ></template
      >
      <template v-else>{{ words }}</template>
    </p>
    <div class="mt-1 flex flex-wrap items-center gap-1">
      <button
        v-for="n in 4"
        :key="n"
        type="button"
        class="push-button px-2"
        :disabled="!desk.place"
        :title="`${['Ones', 'Twos', 'Threes', 'Fours'][n - 1]} over this range (${by === 'push' ? n : `Shift ${n}`})`"
        @pointerenter="show(steps(n))"
        @focus="show(steps(n))"
        @blur="desk.drop()"
        @click="take(steps(n))"
      >
        {{ ['Ones', 'Twos', 'Threes', 'Fours'][n - 1] }}
      </button>
      <div
        class="mx-1 flex rounded border border-edge"
        role="radiogroup"
        aria-label="How the step is made"
      >
        <button
          type="button"
          role="radio"
          :aria-checked="by === 'push'"
          class="h-[26px] rounded-l px-2"
          :class="by === 'push' ? 'bg-bottle text-on-bottle' : 'bg-sheet'"
          title="Every drawing kept, the length changes"
          @click="flipBy('push')"
        >
          push
        </button>
        <button
          type="button"
          role="radio"
          :aria-checked="by === 'thin'"
          class="h-[26px] rounded-r px-2"
          :class="by === 'thin' ? 'bg-bottle text-on-bottle' : 'bg-sheet'"
          title="The length stays, fewer drawings are shown"
          @click="flipBy('thin')"
        >
          thin
        </button>
      </div>
      <button
        type="button"
        class="push-button px-2"
        :disabled="!desk.place"
        title="Hold the first drawing over these frames (H)"
        @pointerenter="show({ kind: 'hold' })"
        @focus="show({ kind: 'hold' })"
        @blur="desk.drop()"
        @click="take({ kind: 'hold' })"
      >
        Hold
      </button>
      <button
        type="button"
        class="push-button px-2"
        :disabled="!desk.place"
        title="Clear these exposures to a blank (⌫). The drawings stay."
        @pointerenter="show({ kind: 'clear' })"
        @focus="show({ kind: 'clear' })"
        @blur="desk.drop()"
        @click="take({ kind: 'clear' })"
      >
        Blank
      </button>
      <button
        type="button"
        class="push-button px-2"
        :disabled="!desk.place"
        aria-haspopup="dialog"
        title="More to do with these frames … (Shift O)"
        @click="emit('more')"
      >
        More
      </button>
    </div>
  </div>
</template>
