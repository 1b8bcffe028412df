<script setup lang="ts">
import { computed, ref } from 'vue'
import { cameraInstructions } from '#core/pass'
import { useDesk } from '~/desk/desk'
import { CAMERA, HEAD } from '~/sheet/layout'
import { useSheet } from '~/sheet/sheet'
import { useSide } from '~/ui/side'
import { usePaint } from '~/ui/usePaint'
import { useTheme } from '~/ui/useTheme'
import { drawLane, FIELD_AT } from './draw-lane'
import { useMoves } from './store'

/** What the camera does, row for row with the frames: its fields are moved to other frames here. */
const { scroll } = defineProps<{ scroll: number }>()
const [desk, sheet, moves, side] = [useDesk(), useSheet(), useMoves(), useSide()]
const canvas = ref<HTMLCanvasElement | null>(null)
const told = computed(() => (moves.camera ? cameraInstructions(moves.camera) : []))
usePaint(
  canvas,
  [() => moves.camera, () => desk.frame, () => sheet.rowHeight, () => scroll, useTheme().name],
  (c, width, high) =>
    drawLane(c, {
      ...{ fields: moves.camera?.fields ?? [], shakes: moves.camera?.shakes ?? [], px: sheet.rowHeight },
      ...{ told: told.value, width, scroll, high, frame: desk.frame },
    }),
)
/** What happens on a frame, in words. */
const wordsOn = (frame: number): string =>
  told.value
    .filter(i => i.first <= frame && frame <= i.last)
    .map(i => `${i.words}, frames ${i.first} to ${i.last}${i.detail ? `: ${i.detail}` : ''}`)
    .join('. ')

const local = (e: MouseEvent): { x: number; y: number } => {
  const box = canvas.value!.getBoundingClientRect()
  return { x: e.clientX - box.left, y: e.clientY - box.top + scroll }
}
const frameAt = (e: MouseEvent): number => Math.max(1, sheet.rows.frameAt(local(e).y))
/** A field is taken hold of from no farther, px. */
const NEAR = 8
const fieldAt = (e: MouseEvent): number | null => {
  const { x, y } = local(e)
  const middle = (f: number): number => (f - 0.5) * sheet.rowHeight
  const near = (moves.camera?.fields ?? []).filter(f => Math.abs(middle(f.frame) - y) <= NEAR)
  return Math.abs(x - FIELD_AT) > NEAR + 4
    ? null
    : (near.sort((a, b) => Math.abs(middle(a.frame) - y) - Math.abs(middle(b.frame) - y))[0]?.frame ?? null)
}
let held: number | null = null
const hint = ref('')
function down(e: PointerEvent): void {
  if (e.button !== 0) return
  desk.playing = false
  moves.ofCamera = true
  held = fieldAt(e)
  if (held !== null) (e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
  desk.goTo(held ?? frameAt(e))
}
function move(e: PointerEvent): void {
  hint.value = wordsOn(frameAt(e))
  canvas.value!.style.cursor = held !== null ? 'grabbing' : fieldAt(e) === null ? 'default' : 'grab'
  if (held === null) return
  const to = frameAt(e)
  if (to === held) return desk.drop()
  const why = desk.tryOut(
    { name: 'move.time', args: { plan: desk.plan!.id, column: null, from: held, to } },
    `The field on ${held} stands on frame ${to}.`,
  )
  if (!why) desk.goTo(to)
}
function up(): void {
  if (held !== null && desk.preview) desk.take()
  held = null
}
function cancel(): void {
  held = null
  desk.drop()
}
function open(): void {
  moves.ofCamera = true
  side.open = 'moves'
}
</script>

<template>
  <div
    v-if="sheet.cameraLeft !== null"
    class="absolute bottom-0 overflow-hidden"
    :style="{ top: `${HEAD}px`, left: `${sheet.cameraLeft}px`, width: `${CAMERA}px` }"
    data-points="camera"
  >
    <canvas
      ref="canvas"
      class="absolute inset-0 touch-none"
      role="img"
      :aria-label="`Camera: ${wordsOn(desk.workFrame) || 'stands still'}`"
      :title="hint"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="cancel"
      @dblclick="open"
    />
  </div>
</template>
