<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDesk } from '~/desk/desk'
import { alongFrames, drawBeats, drawWave } from '~/sound/draw-wave'
import { useSounds } from '~/sound/store'
import { usePaint } from '~/ui/usePaint'
import { useTheme } from '~/ui/useTheme'
import type { LaidRow } from './cards'
import { WAVE } from './layout'

/**
 * The poses to scale in time, below their cards: what is heard, where each begins and how long it is held, what is in
 * sight of the row, and the playhead. A drag scrubs.
 */
const { row, from, until, width, scrolled } = defineProps<{
  row: LaidRow
  from: number
  until: number
  width: number
  scrolled: number
}>()
const emit = defineEmits<{ 'scroll-to': [x: number] }>()
const desk = useDesk()
const sounds = useSounds()
const wave = ref<HTMLCanvasElement | null>(null)
const px = computed(() => width / (until - from))
const parts = computed(() =>
  row.cards.map(c => {
    const [start, end] = [Math.max(from, c.start), Math.min(until, c.end)]
    return {
      key: c.start,
      x: (start - from) * px.value,
      width: (end - start) * px.value,
      held: Math.min(c.held, end - start) * px.value,
      tint: c.role === 'breakdown' ? 'var(--pencil)' : 'var(--ledger)',
    }
  }),
)
const seen = computed(() =>
  row.width > width + 1 ? { x: (scrolled / row.width) * width, width: Math.max(6, (width / row.width) * width) } : null,
)
/** The sound over the poses, where there is one. */
usePaint(wave, [() => sounds.waves, () => width, () => from, () => until, useTheme().name], (c, w, high) => {
  c.clearRect(0, 0, w, high)
  const { rate } = desk.shown!
  const along = alongFrames(px.value, rate, (1 - from) * px.value)
  for (const seen of sounds.waves) {
    const each = high / seen.laid.lanes
    const middle = (seen.laid.lane + 0.5) * each
    drawWave(c, seen, along, { from: 0, to: w, middle, half: each / 2 - 0.5, upright: false })
    drawBeats(c, seen, along, { from: 0, to: w, side: 0, upright: false })
  }
})
function scrub(e: PointerEvent): void {
  if (!(e.buttons & 1)) return
  const box = (e.currentTarget as Element).getBoundingClientRect()
  const frame = Math.max(from, Math.min(until - 1, from + Math.floor((e.clientX - box.left) / px.value)))
  desk.playing = false
  desk.goTo(frame)
  emit('scroll-to', row.xOf(frame) - width / 2)
}
function down(e: PointerEvent): void {
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
  scrub(e)
}
</script>

<template>
  <div :style="{ width: `${width}px` }">
    <div
      v-if="sounds.list.length"
      class="relative"
      :style="{ width: `${width}px`, height: `${WAVE}px` }"
    >
      <canvas
        ref="wave"
        class="pointer-events-none absolute inset-0"
        data-part="pose-wave"
        aria-hidden="true"
      />
    </div>
    <svg
      class="block touch-none"
      :width="width"
      height="14"
      role="img"
      aria-label="The poses to scale in time"
      style="cursor: ew-resize"
      @pointerdown="down"
      @pointermove="scrub"
    >
      <title>The poses to scale in time: drag to go to a frame</title>
      <rect
        :width="width"
        height="14"
        fill="transparent"
      />
      <g
        v-for="p in parts"
        :key="p.key"
      >
        <rect
          :x="p.x"
          y="5"
          :width="Math.max(1, p.width - 1)"
          height="5"
          :fill="p.tint"
          opacity="0.3"
        />
        <rect
          :x="p.x"
          y="5"
          :width="Math.max(1.5, p.held - 1)"
          height="5"
          :fill="p.tint"
        />
      </g>
      <rect
        v-if="seen"
        :x="seen.x"
        y="12"
        :width="seen.width"
        height="2"
        fill="var(--soft)"
      />
      <rect
        :x="(desk.frame - from + 0.5) * px - 0.75"
        y="2"
        width="1.5"
        height="11"
        fill="var(--signal)"
      />
    </svg>
  </div>
</template>
