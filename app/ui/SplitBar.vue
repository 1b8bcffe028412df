<script setup lang="ts">
import { ref } from 'vue'

/**
 * The bar between two parts of the desk. It is dragged, or moved by the arrow keys; a double click brings the usual size
 * back. Sizes in px, of the part before it (or after it, where `after`).
 */
const { size, least, most, label, lies, after } = defineProps<{
  size: number
  least: number
  most: number
  label: string
  lies: 'upright' | 'flat'
  after?: boolean
}>()
const emit = defineEmits<{ resize: [size: number]; usual: [] }>()
const dragged = ref<{ at: number; size: number } | null>(null)
const placeOf = (e: PointerEvent): number => (lies === 'upright' ? e.clientX : e.clientY)
const set = (to: number): void => emit('resize', Math.round(Math.max(least, Math.min(most, to))))

function down(e: PointerEvent): void {
  if (e.button !== 0) return
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
  dragged.value = { at: placeOf(e), size }
}
function move(e: PointerEvent): void {
  const d = dragged.value
  if (d) set(d.size + (after ? -1 : 1) * (placeOf(e) - d.at))
}
const KEYS = { upright: ['ArrowLeft', 'ArrowRight'], flat: ['ArrowUp', 'ArrowDown'] } as const
function key(e: KeyboardEvent): void {
  const by = (KEYS[lies] as readonly string[]).indexOf(e.key)
  if (by < 0 && e.key !== 'Home' && e.key !== 'End') return
  e.preventDefault()
  e.stopPropagation()
  if (by >= 0) set(size + (by ? 16 : -16) * (after ? -1 : 1))
  else set(e.key === 'Home' ? least : most)
}
</script>

<template>
  <div
    role="separator"
    tabindex="0"
    class="split-bar group relative z-10 grid shrink-0 touch-none place-items-center bg-panel"
    :class="lies === 'upright' ? 'w-[6px] cursor-col-resize' : 'h-[6px] cursor-row-resize'"
    :aria-orientation="lies === 'upright' ? 'vertical' : 'horizontal'"
    :aria-label="label"
    :aria-valuenow="size"
    :aria-valuemin="least"
    :aria-valuemax="most"
    :title="`${label}: drag it; a double click brings the usual size back`"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="dragged = null"
    @pointercancel="dragged = null"
    @dblclick="emit('usual')"
    @keydown="key"
  >
    <span
      class="pointer-events-none rounded-full group-hover:bg-ledger"
      :class="[lies === 'upright' ? 'h-full w-[2px]' : 'h-[2px] w-full', dragged ? 'bg-ledger' : 'bg-edge']"
    />
  </div>
</template>
