<script setup lang="ts">
import { computed } from 'vue'
import { Maximize, RotateCcw, RotateCw, ZoomIn, ZoomOut } from '@lucide/vue'
import type { Size } from './lens'
import { actualSize, middleOf, STRAIGHT, turnedBy, viewOf, zoomed } from './lens'
import { useDesk } from '~/desk/desk'

/** How the picture lies under the pen. */
const { box } = defineProps<{ box: Size }>()
const desk = useDesk()
const picture = computed(() => desk.shown!.picture)
const percent = computed(() => (box.width ? Math.round(viewOf(picture.value, box, desk.lens).scale * 100) : 0))
const degrees = computed(() => Math.round((desk.lens.turn * 180) / Math.PI))
const straight = computed(() => desk.lens.zoom === 1 && !desk.lens.x && !desk.lens.y && !desk.lens.turn)
const zoom = (by: number) => {
  desk.lens = zoomed(desk.lens, by, middleOf(box), picture.value, box)
}
const rock = (change: Partial<typeof desk.rock>): void => {
  desk.rock = { ...desk.rock, ...change }
}
const turn = (by: number) => {
  desk.lens = turnedBy(desk.lens, by, middleOf(box), picture.value, box)
}
</script>

<template>
  <div
    class="absolute right-3 bottom-2 flex items-center rounded-md border border-edge bg-sheet/90"
    role="toolbar"
    aria-label="Flipping, and how the picture lies"
  >
    <button
      type="button"
      class="grid h-7 place-items-center rounded-l-md px-2 text-[12px] disabled:text-soft"
      :class="desk.flipping ? 'bg-bottle text-on-bottle' : 'enabled:hover:bg-wash'"
      :disabled="!desk.column?.runs.count"
      title="Rock between the neighbouring drawings while it is held (9). Shift 9 flips through what is chosen, 0 shows the pinned drawing."
      @pointerdown="desk.flipping = 'rock'"
      @pointerup="desk.flipping = null"
      @pointerleave="desk.flipping = null"
      @pointercancel="desk.flipping = null"
      @keydown.enter.prevent="desk.flipping = 'rock'"
      @keyup.enter="desk.flipping = null"
    >
      Rock
    </button>
    <select
      class="h-7 cursor-pointer rounded bg-transparent px-0.5 font-mono text-[11px] hover:bg-wash"
      :value="desk.rock.n"
      aria-label="How many drawings are rocked between"
      title="How many neighbouring drawings"
      @change="rock({ n: Number(($event.target as HTMLSelectElement).value) })"
    >
      <option
        v-for="n in [2, 3, 4, 5]"
        :key="n"
        :value="n"
      >
        {{ n }}
      </option>
    </select>
    <select
      class="h-7 cursor-pointer rounded bg-transparent px-0.5 font-mono text-[11px] hover:bg-wash"
      :value="desk.rock.speed"
      aria-label="Drawings a second while flipping"
      title="Drawings a second"
      @change="rock({ speed: Number(($event.target as HTMLSelectElement).value) })"
    >
      <option
        v-for="n in [1, 2, 3, 4, 6, 8, 12, 24]"
        :key="n"
        :value="n"
      >
        {{ n }}/s
      </option>
    </select>
    <span class="h-4 w-px bg-edge" />
    <button
      type="button"
      class="grid size-7 place-items-center hover:bg-wash"
      aria-label="Smaller"
      title="Smaller (Alt −; Ctrl and the wheel)"
      @click="zoom(1 / 1.25)"
    >
      <ZoomOut :size="14" />
    </button>
    <button
      type="button"
      class="h-7 w-14 text-center font-mono text-[11px] hover:bg-wash"
      aria-label="Actual size"
      title="Actual size: one px on one px (Alt 1)"
      @click="desk.lens = actualSize(picture, box)"
    >
      {{ percent }} %
    </button>
    <button
      type="button"
      class="grid size-7 place-items-center hover:bg-wash"
      aria-label="Larger"
      title="Larger (Alt +; Ctrl and the wheel)"
      @click="zoom(1.25)"
    >
      <ZoomIn :size="14" />
    </button>
    <span class="h-4 w-px bg-edge" />
    <button
      type="button"
      class="grid size-7 place-items-center hover:bg-wash"
      aria-label="Turn to the left"
      title="Turn to the left (Alt ,)"
      @click="turn(-Math.PI / 12)"
    >
      <RotateCcw :size="13" />
    </button>
    <span
      v-if="degrees"
      class="w-9 text-center font-mono text-[11px]"
      >{{ degrees }}°</span
    >
    <button
      type="button"
      class="grid size-7 place-items-center hover:bg-wash"
      aria-label="Turn to the right"
      title="Turn to the right (Alt .)"
      @click="turn(Math.PI / 12)"
    >
      <RotateCw :size="13" />
    </button>
    <span class="h-4 w-px bg-edge" />
    <button
      type="button"
      class="grid size-7 place-items-center rounded-r-md enabled:hover:bg-wash disabled:text-edge"
      :disabled="straight"
      aria-label="Fit"
      title="Fit the whole picture, straight (Alt 0)"
      @click="desk.lens = STRAIGHT"
    >
      <Maximize :size="13" />
    </button>
  </div>
</template>
