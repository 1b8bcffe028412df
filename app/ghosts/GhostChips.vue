<script setup lang="ts">
import { plural } from '#core/basic'
import { computed } from 'vue'
import { MOST_GHOSTS } from '#core/ghost'
import { ghostLook } from '~/ui/paint/draw-picture'
import { useGhosts } from './store'

/**
 * The ghosts of one side, each as a piece of the line it is drawn with; a drag up or down, the wheel or the arrows
 * change its strength.
 */
const { side } = defineProps<{ side: 'before' | 'after' }>()
const ghosts = useGhosts()
const all = computed(() => ghosts.rule[side])
/** The nearest stands beside the middle: before counts from right to left. */
const row = computed(() => {
  const steps = all.value.map((strength, i) => ({ step: i + 1, strength }))
  return side === 'before' ? steps.reverse() : steps
})
const look = (step: number) => ghostLook(side, { rank: step, tint: ghosts.rule.tints[side], full: false })
const unit = computed(() => ({ frame: 'frame', drawing: 'drawing', pose: 'pose' })[ghosts.rule.by])
const put = (list: number[]): void => {
  ghosts.setRule({ [side]: list })
}
const set = (step: number, strength: number): void =>
  put(all.value.map((s, i) => (i === step - 1 ? Math.max(0, Math.min(1, Math.round(strength * 20) / 20)) : s)))
/** One more is fainter than the one before it. */
const more = (): void =>
  put([...all.value, all.value.length ? Math.max(0.15, Math.round(all.value.at(-1)! * 14) / 20) : 1])
const fewer = (): void => put(all.value.slice(0, -1))

let drag: { step: number; y: number; strength: number } | null = null
function down(e: PointerEvent, step: number, strength: number): void {
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
  drag = { step, y: e.clientY, strength }
}
function move(e: PointerEvent): void {
  if (drag) set(drag.step, drag.strength + (drag.y - e.clientY) / 60)
}
function key(e: KeyboardEvent, step: number, strength: number): void {
  const by = { ArrowUp: 0.1, ArrowRight: 0.1, ArrowDown: -0.1, ArrowLeft: -0.1, Home: -1, End: 1 }[e.key]
  if (by === undefined) return
  e.preventDefault()
  e.stopPropagation()
  set(step, strength + by)
}
</script>

<template>
  <div
    class="flex items-center"
    role="group"
    :aria-label="`Ghosts ${side}`"
  >
    <button
      v-if="side === 'before'"
      type="button"
      class="grid size-6 place-items-center rounded text-soft enabled:hover:bg-wash disabled:opacity-40"
      :disabled="all.length >= MOST_GHOSTS"
      aria-label="One more ghost before"
      title="One more ghost before"
      @click="more"
    >
      +
    </button>
    <button
      type="button"
      class="grid size-6 place-items-center rounded text-soft enabled:hover:bg-wash disabled:opacity-40"
      :class="side === 'after' ? 'order-last' : ''"
      :disabled="!all.length"
      :aria-label="`One ghost fewer ${side}`"
      :title="`One ghost fewer ${side}`"
      @click="fewer"
    >
      −
    </button>
    <span
      v-for="g in row"
      :key="g.step"
      role="slider"
      tabindex="0"
      aria-valuemin="0"
      aria-valuemax="100"
      :aria-valuenow="Math.round(g.strength * 100)"
      :aria-label="`${plural(g.step, unit)} ${side}`"
      :title="`${plural(g.step, unit)} ${side}: ${Math.round(g.strength * 100)} % (drag up or down)`"
      class="flex h-7 w-6 cursor-ns-resize touch-none flex-col items-center justify-center rounded hover:bg-wash"
      @pointerdown="down($event, g.step, g.strength)"
      @pointermove="move"
      @pointerup="drag = null"
      @pointercancel="drag = null"
      @wheel.prevent="set(g.step, g.strength - Math.sign($event.deltaY) * 0.05)"
      @keydown="key($event, g.step, g.strength)"
    >
      <svg
        width="20"
        height="8"
        aria-hidden="true"
        class="rounded-sm bg-white"
      >
        <path
          d="M1 4h18"
          :stroke="look(g.step).tint"
          :stroke-width="2.6 * look(g.step).weight"
          :stroke-dasharray="
            look(g.step)
              .dash.map(n => n / 2.6)
              .join(' ')
          "
          :stroke-opacity="g.strength"
        />
      </svg>
      <span
        class="font-mono text-[9.5px] leading-[11px]"
        :class="g.strength ? 'text-graphite' : 'text-soft line-through'"
        >{{ g.step }}</span
      >
    </span>
    <button
      v-if="side === 'after'"
      type="button"
      class="order-last grid size-6 place-items-center rounded text-soft enabled:hover:bg-wash disabled:opacity-40"
      :disabled="all.length >= MOST_GHOSTS"
      aria-label="One more ghost after"
      title="One more ghost after"
      @click="more"
    >
      +
    </button>
  </div>
</template>
