<script setup lang="ts">
import { computed, ref } from 'vue'
import { useDesk } from '~/desk/desk'
import { useContextMenu } from '~/desk/menu'
import { HEAD } from '~/sheet/layout'
import { useSheet } from '~/sheet/sheet'
import { alongFrames } from '~/sound/draw-wave'
import { useSide } from '~/ui/side'
import { usePaint } from '~/ui/usePaint'
import { useTheme } from '~/ui/useTheme'
import { drawReading } from './draw-reading'
import type { ReadingGrip } from './lane'
import { gripAt, WIDTH } from './lane'
import { wordDrafts } from './lines'
import { useReading } from './store'

/** What is spoken, row for row with the frames: words and sounds are timed by their ends, and heard. */
const { scroll } = defineProps<{ scroll: number }>()
const [desk, sheet, reading, menu] = [useDesk(), useSheet(), useReading(), useContextMenu()]
const canvas = ref<HTMLCanvasElement | null>(null)
const rate = computed(() => desk.shown!.rate)
usePaint(
  canvas,
  [
    () => reading.laid,
    () => reading.stresses,
    () => reading.wordId,
    () => sheet.rowHeight,
    () => scroll,
    useTheme().name,
  ],
  (c, _w, high) =>
    drawReading(c, {
      ...{ lines: reading.laid, stresses: reading.stresses, px: sheet.rowHeight, rate: rate.value },
      ...{ scroll, high, here: reading.wordId },
    }),
)

const local = (e: MouseEvent): { x: number; y: number } => {
  const box = canvas.value!.getBoundingClientRect()
  return { x: e.clientX - box.left, y: e.clientY - box.top + scroll }
}
const at = (e: MouseEvent): ReadingGrip | null =>
  gripAt(reading.laid, { px: sheet.rowHeight, rate: rate.value }, local(e))

/** The pointer moves nothing until it has gone so far, px. */
const STILL = 3
let held: { grip: ReadingGrip; y: number; plan: string } | null = null
let going = false

function down(e: PointerEvent): void {
  if (e.button !== 0) return
  const grip = at(e)
  desk.playing = false
  if (!grip) return desk.goTo(sheet.rows.frameAt(local(e).y))
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
  desk.goTo(sheet.rows.frameAt(local(e).y))
  reading.select(grip.line.id, grip.line.words[grip.at]!.id)
  held = { grip, y: e.clientY, plan: desk.plan!.id }
  going = false
}
/** The sample of the line at the pointer: on a frame, or between them with Alt. */
function sampleOfLine(e: PointerEvent, later: number): number {
  const { sample } = alongFrames(sheet.rowHeight, rate.value)
  const y = local(e).y
  const row = e.altKey ? y : Math.round(y / sheet.rowHeight) * sheet.rowHeight
  return Math.round(sample(row)) - later
}
function move(e: PointerEvent): void {
  if (!held || (!going && Math.abs(e.clientY - held.y) < STILL)) return
  going = true
  const { grip, plan } = held
  const { line, at: i, later } = grip
  if (grip.part === 'word') {
    const frames = (e.clientY - held.y) / sheet.rowHeight
    const { sample } = alongFrames(sheet.rowHeight, rate.value)
    const by = Math.round(sample((e.altKey ? frames : Math.round(frames)) * sheet.rowHeight))
    return tryOut(wordDrafts.shift(plan, line, i, by, e.shiftKey ? 'following' : 'alone'))
  }
  const sample = sampleOfLine(e, later)
  tryOut(
    grip.part === 'sound'
      ? wordDrafts.sound(plan, line, i, grip.k, sample)
      : wordDrafts.end(plan, line, i, grip.part, sample),
  )
}
function tryOut(draft: ReturnType<typeof wordDrafts.join>): void {
  if (!draft) return desk.drop()
  desk.tryOut(draft, 'Alt: between frames; Shift: what follows goes along.')
}
function up(): void {
  if (going && desk.preview) {
    desk.take()
    reading.hearWord()
  }
  held = null
}
function cancel(): void {
  held = null
  desk.drop()
}
function ask(e: MouseEvent): void {
  const grip = at(e)
  if (!grip) return e.preventDefault()
  reading.select(grip.line.id, grip.line.words[grip.at]!.id)
  menu.ask(e, 'word')
}
function cursor(e: PointerEvent): void {
  const grip = at(e)
  canvas.value!.style.cursor = !grip ? 'default' : grip.part === 'word' ? 'grab' : 'ns-resize'
}
</script>

<template>
  <div
    v-if="sheet.readingLeft !== null"
    class="absolute bottom-0 overflow-hidden"
    :style="{ top: `${HEAD}px`, left: `${sheet.readingLeft}px`, width: `${WIDTH}px` }"
    data-points="reading"
  >
    <canvas
      ref="canvas"
      class="absolute inset-0 touch-none"
      data-part="reading"
      data-holds
      aria-hidden="true"
      @pointerdown="down"
      @pointermove="(cursor($event), move($event))"
      @pointerup="up"
      @pointercancel="cancel"
      @dblclick="useSide().open = 'reading'"
      @contextmenu.stop="ask"
    />
  </div>
</template>
