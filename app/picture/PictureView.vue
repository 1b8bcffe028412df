<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useElementSize } from '@vueuse/core'
import type { Affine, Vec } from '#core/motion'
import { after, growth, inverseOf, mapped, SAME } from '#core/motion'
import { carrierSpace, placingAt } from '#core/pass'
import type { Layer } from '#core/picture'
import { roomAround } from '#core/picture'
import { useDesk } from '~/desk/desk'
import { useContextMenu } from '~/desk/menu'
import { usePlayer } from '~/desk/player'
import { useTools } from '~/desk/tools'
import { useLaid } from '~/ghosts/laid'
import { showRoughs } from './finished'
import { useGhosts } from '~/ghosts/store'
import { penGoes } from '~/light-table/pen-goes'
import type { PencilSight } from '~/light-table/pencil-tool'
import { useLightTable } from '~/light-table/store'
import { useTravel } from '~/travel/store'
import { usePaintCounts } from '~/ui/paint/counts'
import type { View } from '~/ui/paint/view'
import { onCanvas } from '~/ui/paint/view'
import { droppedFiles } from '~/ui/dropped-files'
import { spreadBy } from '~/ui/grip'
import { penNear, useOnlyPen } from '~/ui/pen-near'
import { usePaint } from '~/ui/usePaint'
import { useTheme } from '~/ui/useTheme'
import { drawMoves } from '~/moves/draw-moves'
import { useMoves } from '~/moves/store'
import { useSuperimpose } from '~/superimpose/store'
import { drawAids, drawWays } from './draw-aids'
import { drawPenLabel } from './draw-pen-label'
import { PicturePainter } from './draw-picture'
import { Fingers } from './fingers'
import type { Hand } from './hand'
import { boxAt, centredOn, panned, pictureAt, STRAIGHT, viewOf, zoomed } from './lens'
import type { ViewId } from './store'
import PictureSigns from './PictureSigns.vue'
import { usePicture } from './store'
import type { ToolBox } from './tool-box'
import { useSteady } from './useSteady'

/** One view of the picture: the ordinary one, or the one beside it in which a part is held still. */
const { view, toolBox, hand } = defineProps<{ view: ViewId; toolBox: ToolBox; hand: Hand }>()
const emit = defineEmits<{ files: [files: File[]] }>()
const [desk, tools, table] = [useDesk(), useTools(), useLightTable()]
const [counts, ghosts, picture, travel] = [usePaintCounts(), useGhosts(), usePicture(), useTravel()]
const [laid, player, superimpose, moves] = [useLaid(), usePlayer(), useSuperimpose(), useMoves()]
const canvas = ref<HTMLCanvasElement | null>(null)
const frame = ref<HTMLElement | null>(null)
const size = useElementSize(frame)
const box = computed(() => ({ width: size.width.value, height: size.height.value }))
const lens = computed({
  get: () => (view === 'plain' ? picture.lens : (picture.besideLens ?? STRAIGHT)),
  set: next => (view === 'plain' ? (picture.lens = next) : (picture.besideLens = next)),
})
const steady = useSteady(view)
watch(
  [box, () => picture.besideLens],
  ([b]) => {
    if (view === 'plain') picture.box = b
    else picture.besideBox = b
    // What is held still is seen in the middle of its view, and near.
    if (view === 'beside' && b.width && !picture.besideLens)
      picture.besideLens = centredOn(heldAt(), desk.shown!.picture, b, 1.6)
  },
  { immediate: true },
)
function heldAt(): Vec {
  const { steady: s } = picture
  const space = s && desk.scene && carrierSpace(desk.scene, { ...s.on, sizes: false, stays: true }, s.frame)
  return space ? { x: space[4], y: space[5] } : { x: 0, y: 0 }
}
function pointOf(e: PointerEvent): Vec {
  const at = canvas.value!.getBoundingClientRect()
  const on = { x: e.clientX - at.left, y: e.clientY - at.top }
  const seen = pictureAt(on, desk.shown!.picture, { width: at.width, height: at.height }, lens.value)
  return mapped(inverseOf(after(seenBy.value, steady.now.value)), seen)
}
/** Where the active column lies: tools work in its own space, wherever it is carried or moved to. */
const placing = computed<Affine>(() => {
  const { scene, focus, column } = desk
  return (scene && column && placingAt(scene, column, focus!.workFrame)) ?? SAME
})
/** The way through the camera to the active column, while one looks through it. */
const through = computed(() => (view === 'plain' ? moves.through : null))
const seenBy = computed<Affine>(() => {
  const { column } = desk
  return (column && through.value?.(column)) ?? SAME
})
const ownPointOf = (e: PointerEvent): Vec => mapped(inverseOf(placing.value), pointOf(e))
const atOf = (e: PointerEvent) => ({
  p: ownPointOf(e),
  scale: scaleOf(),
})
const scaleOf = (): number =>
  viewOf(desk.shown!.picture, box.value, lens.value).scale * growth(placing.value) * growth(seenBy.value)

const sight: PencilSight = {
  pointOf: ownPointOf,
  zoom: () => lens.value.zoom,
  scale: scaleOf,
  placing: () => placing.value,
}
if (view === 'plain') hand.through(sight)
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
    lens,
    () => laid.here,
    () => [superimpose.side, superimpose.how, superimpose.pairs, superimpose.open],
    () => picture.flip,
    steady.now,
    steady.held,
    () => [picture.edge, picture.safe, picture.roughs],
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
    () => [moves.through, moves.way, moves.mover, moves.shown],
    useTheme().name,
  ],
  (c, width, height) => {
    const { scene, focus, playing } = desk
    if (!scene || !focus) return
    const { flip } = picture
    const [rule, wet] = [ghosts.rule, pencil.wet.value]
    const { edge, safe, roughs } = picture
    const played = playing ? player.view : null
    const held = { on: steady.on, now: steady.now.value, held: steady.held.value }
    const look = {
      placing: placing.value,
      through: through.value,
      laid: laid.here,
      steady: held,
      edge,
      safe,
      lens: lens.value,
      playing,
      played,
      flip,
      seen: table.seen,
      roughs,
      ghosts: ghostsShown.value,
      rule,
      wet,
    }
    const layers = painter.draw(c, scene, focus, look, { box: { width, height }, aids: v => drawPlacedAids(c, v) })
    if (pen.value && tools.tool === 'pencil' && !wet.length && !playing)
      drawPenLabel(c, focus, penGoes(focus, table.onHeld), {
        at: boxAt(
          mapped(after(after(seenBy.value, held.now), placing.value), pen.value),
          scene.shot.picture,
          { width, height },
          lens.value,
        ),
        width,
      })
    const told = canvas.value!.dataset
    told.move = String(counts.moves)
    told.frame = String(desk.frame)
    told.through = through.value ? '1' : '0'
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
  drawWays(c, v)
  drawMoves(c, v, toolBox.moving)
  const at = placing.value
  c.save()
  if (at !== SAME) c.transform(...onCanvas(at, v))
  drawAids(c, v, toolBox)
  c.restore()
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

/** Two fingers move the picture and zoom it about what lies between them. */
const onlyPen = useOnlyPen()
const fingers = new Fingers<PointerEvent>({
  begin: e => begin(e),
  move: e => toolBox.move(e, atOf(e)),
  end: e => void toolBox.end(atOf(e)),
  cancel: () => toolBox.cancel(),
  isPalm: e => penNear() || Math.max(e.width, e.height) > PALM,
  onlyPen: () => onlyPen.value,
  view: (before, now) => {
    const shifted = moved(now.middle.x - before.middle.x, now.middle.y - before.middle.y)
    const at = canvas.value!.getBoundingClientRect()
    const p = { x: now.middle.x - at.left, y: now.middle.y - at.top }
    lens.value = zoomed(shifted, spreadBy(before, now), p, desk.shown!.picture, box.value)
    counts.moves += 1
  },
})
/** What lies on the glass so broadly is no finger, px. */
const PALM = 70

function down(e: PointerEvent): void {
  hand.through(sight)
  picture.pointed = view
  if (e.pointerType === 'touch') {
    capture(e)
    fingers.press(e)
  } else if (e.button === 1) {
    e.preventDefault()
    capture(e)
    panning = { x: e.clientX, y: e.clientY }
  } else if (e.button === 0) begin(e)
}
function begin(e: PointerEvent): void {
  if (!desk.column) return
  const at = atOf(e)
  // Beyond the paper nothing is drawn and nothing begun; a figure that reaches there can be taken hold of.
  if (!onPaper(pointOf(e)) && !(toolBox.showsHandles() && poses.handleAt(at.p, at.scale))) return
  if (e.pointerType !== 'touch') capture(e)
  toolBox.begin(e, at)
}

const moved = (dx: number, dy: number) => panned(lens.value, dx, dy, desk.shown!.picture, box.value)

function move(e: PointerEvent): void {
  if (e.pointerType === 'touch') return fingers.move(e)
  if (!toolBox.busy()) hand.through(sight)
  if (!panning) return toolBox.move(e, atOf(e))
  lens.value = moved(e.clientX - panning.x, e.clientY - panning.y)
  panning = { x: e.clientX, y: e.clientY }
}

async function up(e: PointerEvent): Promise<void> {
  if (e.pointerType === 'touch') return fingers.lift(e)
  if (panning) panning = null
  else await toolBox.end(atOf(e))
}

async function dropFiles(e: DragEvent): Promise<void> {
  const files = await droppedFiles(e)
  if (files.length && desk.column) emit('files', files)
}

/** With Ctrl the wheel zooms under the pointer, without it moves the picture (as two fingers do). */
function wheel(e: WheelEvent): void {
  const at = canvas.value!.getBoundingClientRect()
  const p = { x: e.clientX - at.left, y: e.clientY - at.top }
  picture.pointed = view
  lens.value =
    e.ctrlKey || e.metaKey
      ? zoomed(lens.value, Math.exp(-e.deltaY / 300), p, desk.shown!.picture, box.value)
      : moved(-e.deltaX, -e.deltaY)
}

function cancel(e: PointerEvent): void {
  if (e.pointerType === 'touch') return fingers.drop(e)
  panning = null
  toolBox.cancel()
}
// What is drawn or posed on a rough is to be seen, not the finished drawing on top of it.
watch(
  () => desk.drawing,
  (now, before) => {
    if (now && before && now.id === before.id && now.own && now.content !== before.content) showRoughs(now)
  },
)
</script>

<template>
  <div
    ref="frame"
    class="relative min-h-0 min-w-0 flex-1 overflow-hidden bg-board"
  >
    <canvas
      ref="canvas"
      class="absolute inset-0 touch-none"
      :data-part="view === 'plain' ? 'picture' : 'picture-beside'"
      data-points="picture"
      role="img"
      :aria-label="view === 'plain' ? `Picture at frame ${desk.workFrame}` : 'The picture with a part held still'"
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
    <PictureSigns :view="view" />
  </div>
</template>
