<script setup lang="ts">
import { computed } from 'vue'
import { Maximize, RotateCcw, RotateCw, ZoomIn, ZoomOut } from '@lucide/vue'
import type { Size } from './lens'
import { actualSize, middleOf, STRAIGHT, turnedBy, viewOf, zoomed } from './lens'
import { useDesk } from '~/desk/desk'
import { usePicture } from './store'

/** How the picture lies under the pen. */
const { box } = defineProps<{ box: Size }>()
const desk = useDesk()
const picture = usePicture()
const size = computed(() => desk.shown!.picture)
const percent = computed(() => (box.width ? Math.round(viewOf(size.value, box, picture.lens).scale * 100) : 0))
const degrees = computed(() => Math.round((picture.lens.turn * 180) / Math.PI))
const straight = computed(() => picture.lens.zoom === 1 && !picture.lens.x && !picture.lens.y && !picture.lens.turn)
const zoom = (by: number) => {
  picture.lens = zoomed(picture.lens, by, middleOf(box), size.value, box)
}
const rock = (change: Partial<typeof picture.rock>): void => {
  picture.rock = { ...picture.rock, ...change }
}
const turn = (by: number) => {
  picture.lens = turnedBy(picture.lens, by, middleOf(box), size.value, box)
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
      :class="picture.flipping ? 'bg-bottle text-on-bottle' : 'enabled:hover:bg-wash'"
      :disabled="!desk.column?.runs.count"
      title="Rock between the neighbouring drawings while it is held (9). Shift 9 flips through what is chosen, 0 shows the pinned drawing."
      @pointerdown="picture.flipping = 'rock'"
      @pointerup="picture.flipping = null"
      @pointerleave="picture.flipping = null"
      @pointercancel="picture.flipping = null"
      @keydown.enter.prevent="picture.flipping = 'rock'"
      @keyup.enter="picture.flipping = null"
    >
      Rock
    </button>
    <select
      class="h-7 cursor-pointer rounded bg-transparent px-0.5 font-mono text-[11px] hover:bg-wash"
      :value="picture.rock.n"
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
      :value="picture.rock.speed"
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
      @click="picture.lens = actualSize(size, box)"
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
      @click="picture.lens = STRAIGHT"
    >
      <Maximize :size="13" />
    </button>
  </div>
</template>
