<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useElementSize, useEventListener } from '@vueuse/core'
import { cornersOf } from '#core/figure'
import type { Affine, Vec } from '#core/motion'
import { after, growth, inverseOf, mapped, SAME } from '#core/motion'
import { placingAt } from '#core/pass'
import type { Layer } from '#core/picture'
import { roomAround } from '#core/picture'
import { useDesk } from '~/desk/desk'
import { useContextMenu } from '~/desk/menu'
import { usePlayer } from '~/desk/player'
import { useTools } from '~/desk/tools'
import { drawHandles } from '~/figures/draw-handles'
import { drawTies } from '~/ties/draw-ties'
import { useGhosts } from '~/ghosts/store'
import { drawEraser, drawJoints, drawLeak, drawSelected } from '~/light-table/draw-tools'
import { penGoes } from '~/light-table/pen-goes'
import { useLightTable } from '~/light-table/store'
import { drawArcs, drawMeasure, drawPins } from '~/travel/draw-arcs'
import { useTravel } from '~/travel/store'
import { theme } from '~/ui/colours'
import { usePaintCounts } from '~/ui/paint/counts'
import type { View } from '~/ui/paint/view'
import { tell, useMessages } from '~/ui/messages'
import { usePaint } from '~/ui/usePaint'
import { useTheme } from '~/ui/useTheme'
import { drawPenLabel } from './draw-pen-label'
import { onCanvas, PicturePainter } from './draw-picture'
import { boxAt, panned, pictureAt, viewOf, zoomed } from './lens'
import { usePicture } from './store'
import { useSteady } from './useSteady'
import { ToolBox } from './tool-box'
import ToolBar from './ToolBar.vue'

const emit = defineEmits<{ files: [files: File[]] }>()
const [desk, tools, table] = [useDesk(), useTools(), useLightTable()]
const [counts, ghosts, picture, travel] = [usePaintCounts(), useGhosts(), usePicture(), useTravel()]
const [messages, player] = [useMessages(), usePlayer()]
const canvas = ref<HTMLCanvasElement | null>(null)
const frame = ref<HTMLElement | null>(null)
const size = useElementSize(frame)
const box = computed(() => ({ width: size.width.value, height: size.height.value }))
watch(box, b => (picture.box = b), { immediate: true })

const steady = useSteady()
function pointOf(e: PointerEvent): Vec {
  const at = canvas.value!.getBoundingClientRect()
  const on = { x: e.clientX - at.left, y: e.clientY - at.top }
  const seen = pictureAt(on, desk.shown!.picture, { width: at.width, height: at.height }, picture.lens)
  return mapped(inverseOf(steady.now.value), seen)
}
/** Where the active column lies: tools work in its own space, wherever it is carried or moved to. */
const placing = computed<Affine>(() => {
  const { scene, focus, column } = desk
  return (scene && column && placingAt(scene, column, focus!.workFrame)) ?? SAME
})
const ownPointOf = (e: PointerEvent): Vec => mapped(inverseOf(placing.value), pointOf(e))
const atOf = (e: PointerEvent) => ({
  p: ownPointOf(e),
  scale: viewOf(desk.shown!.picture, box.value, picture.lens).scale * growth(placing.value),
})

const toolBox = new ToolBox({
  pointOf: ownPointOf,
  zoom: () => picture.lens.zoom,
  grown: () => growth(placing.value),
  placing: () => placing.value,
})
const { path, poses, pencil, eraser, selecting, joints, ties, measure, pen } = toolBox
const painter = new PicturePainter()
const ghostsShown = computed(() =>
  ghosts.hidden || picture.flip || tools.tool === 'ties' || (ghosts.rule.penOff && pencil.wet.value.length)
    ? []
    : ghosts.here,
)

usePaint(
  canvas,
  [
    () => desk.scene,
    () => desk.frame,
    () => desk.columnId,
    ghostsShown,
    () => ghosts.rule,
    () => desk.playing,
    () => player.view,
    () => tools.tool,
    () => counts.arrivals,
    () => counts.moves,
    () => travel.tracks,
    () => travel.arcs,
    () => picture.lens,
    () => picture.flip,
    steady.now,
    steady.words,
    () => [picture.edge, picture.safe],
    path.dragging,
    measure,
    pencil.wet,
    poses.hovered,
    eraser.at,
    pen,
    () => table.selected,
    () => table.leak,
    () => table.seen,
    selecting.line,
    selecting.riding.look,
    selecting.centre,
    joints.joints,
    joints.on,
    () => [ties.store.hovered, ties.store.picked, ties.store.points],
    useTheme().name,
  ],
  (c, width, height) => {
    const { scene, focus, playing } = desk
    if (!scene || !focus) return
    const { lens, flip } = picture
    const [rule, wet] = [ghosts.rule, pencil.wet.value]
    const { edge, safe } = picture
    const played = playing ? player.view : null
    const held = { on: steady.on, now: steady.now.value, words: steady.words.value }
    const look = {
      placing: placing.value,
      steady: held,
      edge,
      safe,
      lens,
      playing,
      played,
      flip,
      seen: table.seen,
      ghosts: ghostsShown.value,
      rule,
      wet,
    }
    const layers = painter.draw(c, scene, focus, look, { box: { width, height }, aids: v => drawPlacedAids(c, v) })
    if (pen.value && tools.tool === 'pencil' && !wet.length && !playing)
      drawPenLabel(c, focus, penGoes(focus, table.onHeld), {
        at: boxAt(mapped(after(held.now, placing.value), pen.value), scene.shot.picture, { width, height }, lens),
        width,
      })
    const told = canvas.value!.dataset
    told.move = String(counts.moves)
    told.frame = String(desk.frame)
    told.whole = isWhole(layers) ? '1' : '0'
  },
)

/** True where every stroke of what is shown is at hand. */
function isWhole(layers: readonly Layer[]): boolean {
  const { scene, session } = desk
  return layers.every(({ column, drawing }) => {
    const stack = scene!.shot.stacks[scene!.plan.columns[column]!.stack]!
    const { strokes, drawn } = scene!.contents.of(scene!, stack, drawing)
    return strokes.every(s => session!.strokes.has(s.hash)) && drawn?.strokes(scene!.strokeBy) !== null
  })
}

/** Aids are of the active column: they are drawn where it lies. */
function drawPlacedAids(c: CanvasRenderingContext2D, v: View): void {
  const at = placing.value
  c.save()
  if (at !== SAME) c.transform(...onCanvas(at, v))
  drawAids(c, v)
  c.restore()
}

function drawAids(c: CanvasRenderingContext2D, v: View): void {
  const { scene, focus, stack, drawing, playing } = desk
  const { tool } = tools
  if (travel.arcs) drawArcs(c, scene!, focus!, travel.tracks, v)
  if (!playing && drawing && stack) drawPins(c, scene!.contents.hold(scene!, stack, drawing.id), v)
  if (toolBox.showsHandles()) {
    const followed = tool === 'path' ? travel.points : null
    drawHandles(c, v, poses.posed.value, { hovered: poses.hovered.value, followed })
  }
  if (tool === 'path' && !playing) drawCorners(c, v)
  const off = path.dragging.value
  if (off?.off) drawMeasure(c, v, off.dot.at, off.to)
  if (measure.value) drawMeasure(c, v, measure.value.a, measure.value.b)
  if (table.leak) drawLeak(c, v, table.leak)
  if (tool === 'eraser') drawEraser(c, v, eraser.at.value, eraser.way.value, table.eraser.size)
  if (tool === 'select' && !playing) {
    const { line } = selecting
    drawSelected(c, v, {
      box: selecting.frame(v.scale),
      grips: selecting.grips(v.scale),
      line: line.value,
      lasso: table.lasso,
      riding: selecting.riding.look.value,
    })
  }
  if (tool === 'ties' && !playing) drawTies(c, v, ties.seen())
  if (tool === 'joints') drawJoints(c, v, joints.joints.value, joints.on.value)
}

/** Corners of shapes can be followed, too. */
function drawCorners(c: CanvasRenderingContext2D, v: View): void {
  c.fillStyle = theme().pencil
  for (const { subject, pose } of poses.posed.value)
    for (const k of cornersOf(subject.figure, pose))
      c.fillRect(v.x + k.at.x * v.scale - 1.25, v.y + k.at.y * v.scale - 1.25, 2.5, 2.5)
}

function onPaper(p: Vec): boolean {
  const room = roomAround(desk.shown!)
  return p.x >= room.x && p.y >= room.y && p.x <= room.x + room.width && p.y <= room.y + room.height
}

// — the pointer —

let panning: { x: number; y: number } | null = null

/** Follows the pointer outside the picture. A simulated pen is no pointer that could be held. */
function capture(e: PointerEvent): void {
  if (e.isTrusted) canvas.value!.setPointerCapture(e.pointerId)
}

function down(e: PointerEvent): void {
  if (e.button === 1) {
    e.preventDefault()
    capture(e)
    panning = { x: e.clientX, y: e.clientY }
  } else if (e.button === 0 && desk.column) {
    const at = atOf(e)
    // Beyond the paper nothing is drawn and nothing begun; a figure that reaches there can be taken hold of.
    if (!onPaper(pointOf(e)) && !(toolBox.showsHandles() && poses.handleAt(at.p, at.scale))) return
    capture(e)
    toolBox.begin(e, at)
  }
}

const moved = (dx: number, dy: number) => panned(picture.lens, dx, dy, desk.shown!.picture, box.value)

function move(e: PointerEvent): void {
  if (!panning) return toolBox.move(e, atOf(e))
  picture.lens = moved(e.clientX - panning.x, e.clientY - panning.y)
  panning = { x: e.clientX, y: e.clientY }
}

async function up(e: PointerEvent): Promise<void> {
  if (panning) panning = null
  else await toolBox.end(atOf(e))
}

function dropFiles(e: DragEvent): void {
  const files = [...(e.dataTransfer?.files ?? [])]
  if (files.length && desk.column) emit('files', files)
}

/** With Ctrl the wheel zooms under the pointer, without it moves the picture (as two fingers do). */
function wheel(e: WheelEvent): void {
  const at = canvas.value!.getBoundingClientRect()
  const p = { x: e.clientX - at.left, y: e.clientY - at.top }
  picture.lens =
    e.ctrlKey || e.metaKey
      ? zoomed(picture.lens, Math.exp(-e.deltaY / 300), p, desk.shown!.picture, box.value)
      : moved(-e.deltaX, -e.deltaY)
}

function cancel(): void {
  panning = null
  toolBox.cancel()
}
onMounted(() =>
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (e.key === 'Escape' && toolBox.busy()) cancel()
  }),
)

function makeFigure(name: string): void {
  if (joints.make(name)) tools.tool = 'pose'
}

/** What was drawn off its path is asked about in the place for messages. */
watch(path.asked, asked => {
  if (!asked) return messages.withdraw('off-path')
  tell(`Off its path. Make ${asked.number} a breakdown here?`, {
    asks: 'off-path',
    closed: () => path.answer({ yes: false }),
    offers: [
      { label: 'Breakdown here', do: () => path.answer({ yes: true }) },
      { label: 'Leave it', do: () => path.answer({ yes: false }) },
    ],
  })
})
</script>

<template>
  <ToolBar
    :joints="joints.joints.value.length"
    :measure="measure"
    @back="joints.back()"
    @clear="joints.clear()"
    @make="makeFigure"
    @again="measure = null"
  />
  <div
    ref="frame"
    class="relative min-h-0 flex-1 overflow-hidden bg-board"
  >
    <canvas
      ref="canvas"
      class="absolute inset-0 touch-none"
      data-part="picture"
      data-points="picture"
      role="img"
      :aria-label="`Picture at frame ${desk.workFrame}`"
      :style="{ cursor: tools.tool === 'pose' ? (poses.hovered.value ? 'grab' : 'default') : 'crosshair' }"
      @contextmenu.stop="useContextMenu().ask($event, 'picture')"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="cancel"
      @pointerleave="toolBox.leave()"
      @wheel.prevent="wheel"
      @dragover.prevent
      @drop.prevent="dropFiles"
    />
  </div>
</template>
