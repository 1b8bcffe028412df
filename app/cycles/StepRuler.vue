<script setup lang="ts">
import { computed, ref } from 'vue'
import { useElementSize } from '@vueuse/core'
import { movedMoment } from './steps'
import type { Steps } from './steps'

/** The moments of one step on a small ruler: dragged to another frame, or moved by the arrow keys. */
const props = defineProps<{ steps: Steps; step: number; from: number; label: string }>()
const emit = defineEmits<{ change: [steps: Steps]; done: [] }>()

const own = computed(() => props.steps[props.step]!)
const share = (off: number): string => `${(100 * (off + 0.5)) / own.value.frames}%`
/** Where there are many frames, every so many are marked. */
const every = computed(() => Math.ceil(own.value.frames / 40))
const marks = computed(() =>
  Array.from({ length: Math.ceil(own.value.frames / every.value) }, (_, i) => i * every.value),
)
const bar = ref<HTMLElement | null>(null)
const { width } = useElementSize(bar)
/** A name has the room to the nearer of the moments beside it, px; the first begins at its mark. */
function nameRoom(moment: number): string {
  const { frames, moments } = own.value
  const off = (i: number): number => moments[i]?.off ?? (i < 0 ? 0 : frames)
  const gap = Math.min(off(moment + 1) - off(moment), moment === 0 ? frames : off(moment) - off(moment - 1))
  return `${Math.max(18, Math.round((gap * width.value) / frames) - 6)}px`
}
const held = ref<number | null>(null)

const move = (moment: number, off: number): void => emit('change', movedMoment(props.steps, props.step, moment, off))
function dragged(e: PointerEvent): void {
  if (held.value === null || !bar.value) return
  const { left, width } = bar.value.getBoundingClientRect()
  move(held.value, Math.floor(((e.clientX - left) / width) * own.value.frames))
}
function take(e: PointerEvent, moment: number): void {
  if (moment === 0) return
  held.value = moment
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
}
function letGo(): void {
  if (held.value === null) return
  held.value = null
  emit('done')
}
function pressed(e: KeyboardEvent, moment: number): void {
  const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[e.key]
  if (by === undefined) return
  e.preventDefault()
  e.stopPropagation()
  move(moment, own.value.moments[moment]!.off + by)
  emit('done')
}
</script>

<template>
  <div
    role="group"
    :aria-label="label"
    class="relative h-11 touch-none select-none"
    data-own-keys
  >
    <div
      ref="bar"
      class="absolute inset-x-0 top-4 h-3 border-b border-brink"
    >
      <span
        v-for="f in marks"
        :key="f"
        class="absolute bottom-0 w-px bg-brink"
        :class="f === 0 ? 'h-3' : 'h-1.5'"
        :style="{ left: share(f) }"
      />
    </div>
    <button
      v-for="(m, i) in own.moments"
      :key="i"
      type="button"
      role="slider"
      class="absolute top-0 -ml-3 flex h-11 w-6 flex-col items-center justify-between"
      :class="i === 0 ? 'cursor-default' : 'cursor-ew-resize'"
      :style="{ left: share(m.off) }"
      :aria-label="`${m.name}, frame`"
      :aria-valuenow="from + m.off"
      :aria-valuemin="from"
      :aria-valuemax="from + own.frames - 1"
      :aria-disabled="i === 0"
      :title="i === 0 ? `${m.name} begins the step` : `${m.name}: drag it to another frame`"
      @pointerdown="take($event, i)"
      @pointermove="dragged"
      @pointerup="letGo"
      @pointercancel="letGo"
      @keydown="pressed($event, i)"
    >
      <span class="font-mono text-[11px] leading-4">{{ from + m.off }}</span>
      <span
        class="mt-0.5 block rounded-full border border-graphite"
        :class="[m.stage === 1 ? 'size-3 bg-graphite' : m.stage === 2 ? 'size-2.5 bg-panel' : 'size-2 bg-panel']"
      />
      <span
        class="truncate text-center text-[11px] leading-3"
        :class="i === 0 ? 'self-start text-left' : ''"
        :style="{ width: nameRoom(i) }"
        >{{ m.name }}</span
      >
    </button>
  </div>
</template>
