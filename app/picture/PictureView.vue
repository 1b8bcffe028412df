<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useElementSize, useEventListener } from '@vueuse/core'
import { toast } from 'vue-sonner'
import { cornersOf } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance } from '#core/motion'
import type { Layer } from '#core/picture'
import { contentMarks, layersAt } from '#core/picture'
import { strokeOutline } from '#core/stroke'
import { pointOfHandle, usePathTool } from '~/travel/usePathTool'
import type { View } from '~/travel/draw-arcs'
import { drawArcs, drawMeasure, drawPins } from '~/travel/draw-arcs'
import { drawSelected, drawJoints, drawEraser } from '~/light-table/draw-tools'
import { drawHandles } from '~/figures/draw-handles'
import { drawKeptGhost, drawLayers, ghostLook } from '~/ui/paint/draw-picture'
import { KeptLayers } from '~/ui/paint/kept-layers'
import { ghostsHere } from '~/ghosts/ghosts'
import { boxAt, middleOf, panned, pictureAt, roomOf, viewOf, zoomed } from './lens'
import { isHeld } from '~/desk/steps'
import { SANS, theme } from '~/ui/colours'
import JointForm from '~/figures/JointForm.vue'
import LensBar from './LensBar.vue'
import PictureStatus from './PictureStatus.vue'
import PictureTools from './PictureTools.vue'
import ScaleForm from './ScaleForm.vue'
import ToolStrip from '~/light-table/ToolStrip.vue'
import { useDesk } from '~/desk/desk'
import { useJointTool } from '~/figures/useJointTool'
import { useLightTable } from '~/light-table/light-table'
import { usePaint } from '~/ui/usePaint'
import { useEraserTool } from '~/light-table/useEraserTool'
import { useSelectTool } from '~/light-table/useSelectTool'
import { usePencilTool } from '~/light-table/usePencilTool'
import { usePoseTool } from '~/figures/usePoseTool'
import { useTheme } from '~/ui/useTheme'

const desk = useDesk()
const table = useLightTable()
const canvas = ref<HTMLCanvasElement | null>(null)
const frame = ref<HTMLElement | null>(null)
const size = useElementSize(frame)
const box = computed(() => ({ width: size.width.value, height: size.height.value }))
watch(
  box,
  b => {
    desk.pictureBox = b
  },
  { immediate: true },
)
const measure = shallowRef<{ a: Vec; b: Vec; done: boolean } | null>(null)
/** Where the pencil is over the picture, to say beside it which drawing is under it. */
const pen = shallowRef<Vec | null>(null)
let panning: { x: number; y: number } | null = null

function pointOf(e: PointerEvent): Vec {
  const at = canvas.value!.getBoundingClientRect()
  return pictureAt(
    { x: e.clientX - at.left, y: e.clientY - at.top },
    desk.shown!.picture,
    { width: at.width, height: at.height },
    desk.lens,
  )
}
const scaleNow = (): number => viewOf(desk.shown!.picture, box.value, desk.lens).scale

/** What stands behind the active column is always drawn once and kept; what is on it and before it, where it is much. */
const behind = new KeptLayers(0)
const front = new KeptLayers(60)
const path = usePathTool(desk)
const poses = usePoseTool(desk)
const pencil = usePencilTool(desk, table, pointOf)
const eraserTool = useEraserTool(desk, table)
const selecting = useSelectTool(desk, table)
const joints = useJointTool(desk)
const { posed, hovered } = poses
const { wet } = pencil
const { eraser } = eraserTool
const workable = computed(() => !!desk.column && !desk.column.locked && !desk.column.hidden)
const ghosts = computed(() =>
  desk.ghostsHidden || desk.flip || (desk.ghostRule.penOff && wet.value.length) ? [] : ghostsHere(desk),
)

usePaint(
  canvas,
  [
    () => desk.shown,
    () => desk.frame,
    () => desk.columnId,
    ghosts,
    () => desk.ghostRule,
    () => desk.playing,
    () => desk.tool,
    () => desk.strokesSeen,
    () => desk.moves,
    () => desk.tracks,
    () => desk.arcs,
    () => desk.lens,
    () => desk.flip,
    path.dragging,
    measure,
    wet,
    hovered,
    eraser,
    pen,
    () => table.selected,
    () => table.seen,
    selecting.line,
    selecting.centre,
    joints.joints,
    joints.on,
    useTheme().name,
  ],
  (c, width, height) => {
    if (!desk.shown || !desk.plan) return
    const t = theme()
    const { picture, paper } = desk.shown
    const v = viewOf(picture, { width, height }, desk.lens)
    c.fillStyle = t.board
    c.fillRect(0, 0, width, height)
    c.save()
    // The picture is turned about the middle of its box, and everything on it with it.
    const middle = middleOf({ width, height })
    c.translate(middle.x, middle.y)
    c.rotate(desk.lens.turn)
    c.translate(-middle.x, -middle.y)
    c.save()
    c.translate(v.x, v.y)
    c.scale(v.scale, v.scale)
    c.fillStyle = paper
    c.fillRect(0, 0, picture.width, picture.height)
    const room = roomOf(picture)
    const instead = desk.flip && desk.column ? { column: desk.column.id, drawing: desk.flip } : null
    const layers = layersAt(desk.contents, desk.shown, desk.plan, desk.frame, desk.session!.strokeBy, {
      references: true,
      instead,
      seen: table.seen && desk.column ? { column: desk.column.id, parts: table.seen } : null,
    })
    const active = layers.findIndex(l => l.column === desk.column?.id)
    c.beginPath()
    if (desk.playing) c.rect(0, 0, picture.width, picture.height)
    else c.rect(room.x, room.y, room.width, room.height)
    c.clip()
    behind.draw(c, layers.slice(0, Math.max(0, active)), room)
    for (const g of ghosts.value) {
      const stack = desk.shown.stacks[g.column.stack]!
      c.globalAlpha = g.strength * desk.ghostRule.overall
      drawKeptGhost(
        c,
        contentMarks(
          stack,
          desk.contents.of(desk.shown, desk.plan, stack, g.drawing),
          desk.session!.strokeBy,
          (stack === desk.stack && table.seen) || undefined,
        ),
        ghostLook(g.side, g.step, desk.ghostRule.tints[g.side], desk.ghostRule.full),
        room,
      )
    }
    c.globalAlpha = 1
    front.draw(c, active < 0 ? layers : layers.slice(active), room)
    for (const s of wet.value)
      drawLayers(c, [
        {
          column: '',
          drawing: '',
          strength: 1,
          palette: { ink: '', far: '', paper: '', tone: '', glow: '' },
          marks: [{ kind: 'stroke', outline: strokeOutline(s), colour: s.colour }],
        },
      ])
    c.restore()
    drawOutside(c, v, room)
    c.strokeStyle = t.edge
    c.lineWidth = 1
    c.strokeRect(v.x - 0.5, v.y - 0.5, picture.width * v.scale + 1, picture.height * v.scale + 1)
    if (!desk.flip) drawAids(c, v)
    c.restore()
    if (pen.value && desk.tool === 'pencil' && !wet.value.length)
      drawPenLabel(c, boxAt(pen.value, picture, { width, height }, desk.lens))
    canvas.value!.dataset.move = String(desk.moves)
    canvas.value!.dataset.frame = String(desk.frame)
    canvas.value!.dataset.whole = whole(layers) ? '1' : '0'
  },
)

/** True where every stroke of what is shown is at hand. */
const whole = (layers: readonly Layer[]): boolean =>
  layers.every(({ column, drawing }) => {
    const stack = desk.shown!.stacks[desk.plan!.columns[column]!.stack]!
    return desk.contents.of(desk.shown!, desk.plan!, stack, drawing).strokes.every(s => desk.session!.has(s.hash))
  })

/** What is parked around the picture is seen faintly: it never goes out. */
function drawOutside(
  c: CanvasRenderingContext2D,
  v: View,
  room: { x: number; y: number; width: number; height: number },
): void {
  if (desk.playing) return
  const { picture } = desk.shown!
  c.save()
  c.beginPath()
  c.rect(v.x + room.x * v.scale - 2, v.y + room.y * v.scale - 2, room.width * v.scale + 4, room.height * v.scale + 4)
  c.rect(v.x, v.y, picture.width * v.scale, picture.height * v.scale)
  c.fillStyle = theme().board
  c.globalAlpha = 0.55
  c.fill('evenodd')
  c.restore()
}

function drawAids(c: CanvasRenderingContext2D, v: View): void {
  const t = theme()
  if (desk.arcs) drawArcs(c, desk, v)
  if (!desk.playing && desk.drawing && desk.stack)
    drawPins(c, desk.contents.hold(desk.shown!, desk.plan!, desk.stack, desk.drawing.id), v)
  if ((desk.tool === 'pose' || desk.tool === 'path') && !desk.playing && workable.value)
    drawHandles(c, desk, v, posed.value, hovered.value)
  if (desk.tool === 'path' && !desk.playing) {
    // Corners of shapes can be followed, too.
    c.fillStyle = t.pencil
    for (const { subject, pose } of posed.value)
      for (const k of cornersOf(subject.figure, pose))
        c.fillRect(v.x + k.at.x * v.scale - 1.25, v.y + k.at.y * v.scale - 1.25, 2.5, 2.5)
  }
  const off = path.dragging.value
  if (off?.off) drawMeasure(c, v, off.dot.at, off.to)
  if (measure.value) drawMeasure(c, v, measure.value.a, measure.value.b)
  if (desk.tool === 'eraser') drawEraser(c, v, eraser.value, eraserTool.way.value, table.eraser.size)
  if (desk.tool === 'select' && !desk.playing)
    drawSelected(c, v, selecting.box.value, selecting.grips(v.scale), selecting.line.value, table.lasso)
  if (desk.tool === 'joints') drawJoints(c, v, joints.joints.value, joints.on.value)
}

/** The column and drawing under the pen, beside it. */
function drawPenLabel(c: CanvasRenderingContext2D, at: Vec): void {
  const t = theme()
  const words = [
    `${desk.column?.name ?? ''} ${desk.drawing?.number ?? 'new'}`,
    ...(desk.drawing
      ? [
          desk.drawing.role,
          isHeld(desk) ? `held ${desk.workFrame - desk.place!.start + 1} of ${desk.place!.run.frames}` : 'first',
        ]
      : []),
  ].join(' · ')
  c.font = `500 10.5px ${SANS}`
  c.textAlign = 'left'
  c.textBaseline = 'middle'
  c.globalAlpha = 0.85
  c.fillStyle = t.sheet
  const wide = c.measureText(words).width + 8
  const x = Math.min(at.x + 12, box.value.width - wide - 4)
  c.fillRect(x, at.y + 10, wide, 15)
  c.globalAlpha = 1
  c.fillStyle = t.graphite
  c.fillText(words, x + 4, at.y + 18)
}

// — the pointer —

/** Follows the pointer outside the picture. A simulated pen is no pointer that could be held. */
function capture(e: PointerEvent): void {
  if (e.isTrusted) canvas.value!.setPointerCapture(e.pointerId)
}

function refuseWork(): boolean {
  if (workable.value) return false
  toast(
    `The column ${desk.column?.name ?? ''} is ${desk.column?.locked ? 'locked' : 'hidden'}: nothing can be changed on it.`,
    { description: 'Click its head twice to change that.' },
  )
  return true
}

function down(e: PointerEvent): void {
  if (e.button === 1) {
    e.preventDefault()
    capture(e)
    panning = { x: e.clientX, y: e.clientY }
    return
  }
  if (e.button !== 0 || !desk.column) return
  capture(e)
  const p = pointOf(e)
  const hit = poses.handleAt(p, scaleNow())
  if (desk.tool === 'joints') {
    if (!refuseWork()) joints.click(p, scaleNow())
  } else if (desk.tool === 'select') {
    if (desk.drawing && !refuseWork()) selecting.begin(e, p, scaleNow())
  } else if (desk.tool === 'eraser') {
    if (desk.drawing && !refuseWork()) eraserTool.begin(p, scaleNow())
  } else if (desk.tool === 'pose') {
    if (hit && !refuseWork()) poses.begin(hit, p)
  } else if (desk.tool === 'scale') measure.value = { a: p, b: p, done: false }
  else if (desk.tool === 'path') {
    const dot = path.dotAt(p, scaleNow())
    desk.playing = false
    if (dot && dot.dot.drawing.role === 'in-between' && !refuseWork()) path.begin(dot)
    else if (hit) desk.follow(pointOfHandle(desk, hit.subject, hit.handle))
    else if (dot) desk.goTo(dot.dot.start)
    else {
      const corner = path.cornerNear(p, scaleNow())
      if (corner) desk.follow(corner)
    }
  } else if (!refuseWork()) pencil.begin(e, p)
}

function move(e: PointerEvent): void {
  if (panning) {
    desk.lens = panned(desk.lens, e.clientX - panning.x, e.clientY - panning.y)
    panning = { x: e.clientX, y: e.clientY }
    return
  }
  const p = pointOf(e)
  if (path.dragging.value) return path.drag(p, scaleNow(), e.altKey)
  if (measure.value && !measure.value.done) {
    measure.value = { ...measure.value, b: p }
    return
  }
  if (poses.busy()) return poses.move(p, e)
  if (pencil.busy()) return pencil.move(e, p)
  if (selecting.busy()) return selecting.move(e, p, scaleNow())
  if (desk.tool === 'eraser') return eraserTool.move(p, scaleNow())
  pen.value = desk.tool === 'pencil' ? p : null
  poses.hover((desk.tool === 'pose' || desk.tool === 'path') && !desk.playing && workable.value ? p : null, scaleNow())
}

async function up(e: PointerEvent): Promise<void> {
  if (panning) {
    panning = null
    return
  }
  if (path.dragging.value) return path.end()
  if (measure.value && !measure.value.done) {
    const { a, b } = measure.value
    measure.value = distance(a, b) * scaleNow() > 8 ? { a, b, done: true } : null
    return
  }
  if (poses.busy()) return poses.end()
  if (selecting.busy()) return selecting.end(pointOf(e), scaleNow())
  if (eraserTool.busy()) return eraserTool.end()
  if (pencil.busy()) await pencil.end()
}

function leave(): void {
  eraser.value = null
  hovered.value = null
  pen.value = null
}

function dropFiles(e: DragEvent): void {
  const files = [...(e.dataTransfer?.files ?? [])]
  if (files.length && desk.column) desk.bringing = files
}

/** With Ctrl the wheel zooms under the pointer, without it moves the picture (as two fingers do). */
function wheel(e: WheelEvent): void {
  const at = canvas.value!.getBoundingClientRect()
  const p = { x: e.clientX - at.left, y: e.clientY - at.top }
  desk.lens =
    e.ctrlKey || e.metaKey
      ? zoomed(desk.lens, Math.exp(-e.deltaY / 300), p, desk.shown!.picture, box.value)
      : panned(desk.lens, -e.deltaX, -e.deltaY)
}

function cancel(): void {
  panning = null
  poses.cancel()
  pencil.cancel()
  eraserTool.cancel()
  selecting.cancel()
  path.cancel()
  measure.value = null
  desk.drop()
}
onMounted(() =>
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (
      e.key === 'Escape' &&
      (poses.busy() ||
        pencil.busy() ||
        eraserTool.busy() ||
        selecting.busy() ||
        path.dragging.value ||
        path.asked.value ||
        measure.value)
    )
      cancel()
  }),
)

const popAt = (p: Vec) => {
  const at = boxAt(p, desk.shown!.picture, box.value, desk.lens)
  return { left: `${Math.max(8, at.x + 14)}px`, top: `${Math.max(8, at.y - 14)}px` }
}
</script>

<template>
  <div
    ref="frame"
    class="relative min-h-0 flex-1 overflow-hidden bg-board"
  >
    <canvas
      ref="canvas"
      class="absolute inset-0 touch-none"
      data-part="picture"
      role="img"
      :aria-label="`Picture at frame ${desk.workFrame}`"
      :style="{ cursor: desk.tool === 'pose' ? (hovered ? 'grab' : 'default') : 'crosshair' }"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="cancel"
      @pointerleave="leave"
      @wheel.prevent="wheel"
      @dragover.prevent
      @drop.prevent="dropFiles"
    />
    <PictureTools />
    <PictureStatus />
    <LensBar :box="box" />
    <div
      v-if="path.asked.value"
      class="absolute z-10 rounded-md border border-edge bg-panel px-2.5 py-2 shadow-lg"
      role="alertdialog"
      :aria-label="`Make ${path.asked.value.number} a breakdown?`"
      :style="popAt(path.asked.value.at)"
    >
      <p>Off its path. Make {{ path.asked.value.number }} a breakdown here?</p>
      <div class="mt-1.5 flex gap-1.5">
        <button
          type="button"
          class="push-button push-button-main"
          @click="path.answer(true)"
        >
          Breakdown here</button
        ><button
          type="button"
          class="push-button"
          @click="path.answer(false)"
        >
          Leave it
        </button>
      </div>
    </div>
    <ToolStrip />
    <JointForm
      v-if="desk.tool === 'joints'"
      :count="joints.joints.value.length"
      @back="joints.back()"
      @clear="joints.clear()"
      @make="joints.make($event) && (desk.tool = 'pose')"
    />
    <ScaleForm
      v-if="desk.tool === 'scale'"
      :measure="measure"
      @again="measure = null"
    />
    <slot />
  </div>
</template>
