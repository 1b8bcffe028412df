<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useEventListener } from '@vueuse/core'
import { Eraser, Pencil, PersonStanding, Ruler, Spline } from '@lucide/vue'
import type { Figure, Handle, Pose } from '#core/figure'
import { cornersOf, handlesOf, movedParts, pull } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance } from '#core/motion'
import type { Layer, Mark } from '#core/picture'
import { contentMarks, layersAt } from '#core/picture'
import { runAfter, runBefore, shownAt } from '#core/sheet'
import { samePoint } from '#core/spacing'
import type { Stroke } from '#core/stroke'
import { strokeOutline, touches } from '#core/stroke'
import type { Content } from '#core/shot'
import { pointOfHandle } from '~/composables/usePathTool'
import type { View } from '~/desk/draw-arcs'
import { drawArcs, drawMeasure, drawPins } from '~/desk/draw-arcs'
import { drawGhost, drawLayers } from '~/desk/draw-picture'
import { SANS, theme } from '~/desk/theme'
import { fixOf, newPose } from '~/desk/wishes'
import { newId } from '~/sync/ids'
import type { Wish } from '~/sync/session'
import { toast } from 'vue-sonner'

const desk = useDesk()
const canvas = ref<HTMLCanvasElement | null>(null)
const wet = shallowRef<Stroke[]>([])
const hovered = shallowRef<{ subject: string, handle: Handle } | null>(null)
const path = usePathTool(desk)
const measure = shallowRef<{ a: Vec, b: Vec, done: boolean } | null>(null)
const dropped = shallowRef<{ x: number, y: number } | null>(null)

function viewOf(width: number, height: number): View {
  const { width: w, height: h } = desk.shown!.picture
  const scale = Math.min((width - 88) / w, (height - 28) / h)
  return { scale, x: 60 + (width - 76 - w * scale) / 2, y: (height - h * scale) / 2 }
}
function pointOf(e: PointerEvent): Vec {
  const box = canvas.value!.getBoundingClientRect()
  const v = viewNow()
  return { x: (e.clientX - box.left - v.x) / v.scale, y: (e.clientY - box.top - v.y) / v.scale }
}

const content = computed<Content | null>(() => (desk.drawing ? desk.contents.of(desk.shown!, desk.plan!, desk.stack!, desk.drawing.id) : null))
const posed = computed(() => Object.values(desk.stack?.subjects ?? {}).flatMap((s) => {
  const pose = content.value?.poses[s.id]
  return pose ? [{ subject: s, pose }] : []
}))
const workable = computed(() => !!desk.column && !desk.column.locked && !desk.column.hidden)

/** The neighbouring drawings of the active column, for its ghosts. */
const neighbours = computed(() => {
  const runs = desk.column?.runs
  const here = runs && shownAt(runs, desk.workFrame)
  if (!runs || !here) return { before: null, after: null }
  const pair = desk.ghostPair
  if (pair?.on === here.run.drawing) return { before: pair.first, after: pair.second }
  const other = (p: ReturnType<typeof runAfter>) => (p?.run.drawing && p.run.drawing !== here.run.drawing ? p.run.drawing : null)
  return { before: other(runBefore(runs, here)), after: other(runAfter(runs, here)) }
})

usePaint(canvas, [() => desk.shown, () => desk.frame, () => desk.columnId, () => desk.ghosts, () => desk.playing, () => desk.tool, () => desk.strokesSeen, () => desk.moves, () => desk.tracks, () => desk.arcs, () => desk.ghostPair, path.dragging, measure, wet, hovered, useTheme().name], (c, width, height) => {
  if (!desk.shown || !desk.plan) return
  const t = theme()
  const { picture, paper } = desk.shown
  const v = viewOf(width, height)
  c.fillStyle = t.board
  c.fillRect(0, 0, width, height)
  c.save()
  c.translate(v.x, v.y)
  c.scale(v.scale, v.scale)
  c.fillStyle = paper
  c.fillRect(0, 0, picture.width, picture.height)
  c.beginPath()
  c.rect(0, 0, picture.width, picture.height)
  c.clip()
  const layers = layersAt(desk.contents, desk.shown, desk.plan, desk.frame, desk.session!.strokeBy, { guides: true })
  const active = layers.findIndex(l => l.column === desk.column?.id)
  drawBehind(c, layers.slice(0, Math.max(0, active)))
  if (desk.ghosts && !desk.playing && desk.stack) {
    const marks = (id: string) => contentMarks(desk.stack!, desk.contents.of(desk.shown!, desk.plan!, desk.stack!, id), desk.session!.strokeBy)
    c.globalAlpha = 0.85
    if (neighbours.value.before) drawGhost(c, marks(neighbours.value.before), GHOSTS.before, true)
    if (neighbours.value.after) drawGhost(c, marks(neighbours.value.after), GHOSTS.after, false)
    c.globalAlpha = 1
  }
  drawLayers(c, active < 0 ? layers : layers.slice(active))
  for (const s of wet.value) drawLayers(c, [{ column: '', drawing: '', strength: 1, palette: { ink: '', far: '', paper: '', tone: '', glow: '' }, marks: [{ kind: 'stroke', outline: strokeOutline(s), colour: s.colour }] }])
  c.restore()
  c.strokeStyle = t.edge
  c.lineWidth = 1
  c.strokeRect(v.x - 0.5, v.y - 0.5, picture.width * v.scale + 1, picture.height * v.scale + 1)
  if (desk.arcs) drawArcs(c, desk, v)
  if (!desk.playing && desk.drawing && desk.stack) drawPins(c, desk.contents.hold(desk.shown, desk.plan, desk.stack, desk.drawing.id), v)
  if ((desk.tool === 'pose' || desk.tool === 'path') && !desk.playing && workable.value) drawHandles(c, v)
  if (desk.tool === 'path' && !desk.playing) {
    // Corners of shapes can be followed, too.
    c.fillStyle = t.pencil
    for (const { subject, pose } of posed.value) for (const k of cornersOf(subject.figure, pose)) c.fillRect(v.x + k.at.x * v.scale - 1.25, v.y + k.at.y * v.scale - 1.25, 2.5, 2.5)
  }
  const off = path.dragging.value
  if (off?.off) drawMeasure(c, v, off.dot.at, off.to)
  if (measure.value) drawMeasure(c, v, measure.value.a, measure.value.b)
  if (desk.tool === 'rubber' && dropped.value) {
    c.strokeStyle = t.signal
    c.beginPath()
    c.arc(v.x + dropped.value.x * v.scale, v.y + dropped.value.y * v.scale, RUBBER, 0, Math.PI * 2)
    c.stroke()
  }
  canvas.value!.dataset.move = String(desk.moves)
  canvas.value!.dataset.frame = String(desk.frame)
})

interface Behind { marks: readonly (readonly Mark[])[], key: string, image: HTMLCanvasElement }
let behind: Behind | null = null

/** What stands behind the active column is drawn once and kept, as long as it is the same and as large. */
function drawBehind(c: CanvasRenderingContext2D, layers: readonly Layer[]): void {
  if (!layers.length) return
  const { width, height } = desk.shown!.picture
  const ratio = c.getTransform().a
  const key = [ratio, width, height, ...layers.map(l => `${l.palette.ink}${l.strength}`)].join(' ')
  if (behind?.key !== key || behind.marks.length !== layers.length || layers.some((l, i) => l.marks !== behind!.marks[i])) {
    const image = document.createElement('canvas')
    image.width = Math.ceil(width * ratio)
    image.height = Math.ceil(height * ratio)
    const ic = image.getContext('2d')!
    ic.scale(ratio, ratio)
    drawLayers(ic, layers)
    behind = { marks: layers.map(l => l.marks), key, image }
  }
  c.drawImage(behind.image, 0, 0, width, height)
}

/** Ghosts lie on the paper, which is light by night too. */
const GHOSTS = { before: '#a2660f', after: '#14757f' }
const GRAB = 11
const RUBBER = 9

function drawHandles(c: CanvasRenderingContext2D, v: View): void {
  const t = theme()
  for (const { subject, pose } of posed.value) {
    for (const h of handlesOf(subject.figure, pose)) {
      const [x, y] = [v.x + h.at.x * v.scale, v.y + h.at.y * v.scale]
      const held = hovered.value?.subject === subject.id && hovered.value.handle.id === h.id
      c.beginPath()
      if (h.kind === 'place') c.rect(x - 4.5, y - 4.5, 9, 9)
      else c.arc(x, y, h.kind === 'reach' ? 4.6 : 2.8, 0, Math.PI * 2)
      c.fillStyle = held ? t.signal : t.sheet
      c.fill()
      c.strokeStyle = held ? t.signal : t.ledger
      c.lineWidth = 1.4
      c.stroke()
      if (!held) continue
      const words = desk.tool === 'path' ? `${desk.points.some(p => samePoint(p, pointOfHandle(desk, subject.id, h))) ? 'stop following' : 'follow'} the ${h.name}` : h.kind === 'place' ? `${subject.name}: move${subject.figure.chains.some(k => k.stands) ? ' (Shift takes the feet along)' : ''}` : h.kind === 'reach' ? `pull the ${h.name}` : subject.figure.stretches ? `turn and stretch: ${h.name}` : `turn the ${h.name}`
      c.font = `500 11px ${SANS}`
      const w = c.measureText(words).width + 10
      c.fillStyle = t.graphite
      c.fillRect(x + 10, y - 24, w, 17)
      c.fillStyle = t.sheet
      c.textAlign = 'left'
      c.textBaseline = 'middle'
      c.fillText(words, x + 15, y - 15)
    }
  }
}

const viewNow = (): View => viewOf(canvas.value!.parentElement!.clientWidth, canvas.value!.parentElement!.clientHeight)

function handleAt(p: Vec): { subject: string, figure: Figure, pose: Pose, handle: Handle } | null {
  const v = viewNow()
  const all = posed.value.flatMap(({ subject, pose }) => handlesOf(subject.figure, pose).map(handle => ({ subject: subject.id, figure: subject.figure, pose, handle })))
  const near = all.map(h => ({ ...h, far: distance(h.handle.at, p) * v.scale })).filter(h => h.far < GRAB)
  // Near limbs lie on top, and are taken before the far ones under them.
  return near.sort((a, b) => a.far - b.far + (a.handle.id.startsWith('far') ? 3 : 0) - (b.handle.id.startsWith('far') ? 3 : 0))[0] ?? null
}

// — the pointer —

let posing: { subject: string, figure: Figure, start: Pose, handle: Handle, off: Vec } | null = null
let drawing: { points: number[], pen: boolean } | null = null
let rubbing: Set<string> | null = null

function refuseWork(): boolean {
  if (workable.value) return false
  toast(`The column ${desk.column?.name ?? ''} is ${desk.column?.locked ? 'locked' : 'hidden'}: nothing can be changed on it.`, { description: 'Click its head twice to change that.' })
  return true
}

function down(e: PointerEvent): void {
  if (e.button !== 0 || !desk.column) return
  canvas.value!.setPointerCapture(e.pointerId)
  const p = pointOf(e)
  if (desk.tool === 'pose') {
    const hit = handleAt(p)
    if (!hit || refuseWork()) return
    desk.playing = false
    posing = { subject: hit.subject, figure: hit.figure, start: hit.pose, handle: hit.handle, off: { x: hit.handle.at.x - p.x, y: hit.handle.at.y - p.y } }
    return
  }
  if (desk.tool === 'scale') {
    measure.value = { a: p, b: p, done: false }
    return
  }
  if (desk.tool === 'path') {
    const dot = path.dotAt(p, viewNow().scale)
    const hit = handleAt(p)
    desk.playing = false
    if (dot && dot.dot.drawing.role === 'in-between' && !refuseWork()) path.begin(dot)
    else if (hit) desk.follow(pointOfHandle(desk, hit.subject, hit.handle))
    else if (dot) desk.goTo(dot.dot.start)
    else {
      const corner = path.cornerNear(p, viewNow().scale)
      if (corner) desk.follow(corner)
    }
    return
  }
  if (refuseWork()) return
  desk.playing = false
  if (desk.tool === 'rubber') {
    rubbing = new Set()
    rub(p)
    return
  }
  drawing = { points: [p.x, p.y, e.pressure || 0.5], pen: e.pointerType === 'pen' }
  wet.value = [...wet.value, strokeNow()]
}

function move(e: PointerEvent): void {
  const p = pointOf(e)
  if (path.dragging.value) return path.drag(p, viewNow().scale, e.altKey)
  if (measure.value && !measure.value.done) {
    measure.value = { ...measure.value, b: p }
    return
  }
  if (posing) return poseTo({ x: p.x + posing.off.x, y: p.y + posing.off.y }, e.shiftKey)
  if (rubbing) return rub(p)
  if (drawing) {
    const all = e.getCoalescedEvents?.() ?? []
    for (const each of all.length ? all : [e]) {
      const q = pointOf(each)
      drawing.points.push(q.x, q.y, each.pressure || 0.5)
    }
    wet.value = [...wet.value.slice(0, -1), strokeNow()]
    return
  }
  if (desk.tool === 'rubber') dropped.value = p
  const hit = (desk.tool === 'pose' || desk.tool === 'path') && !desk.playing && workable.value ? handleAt(p) : null
  if (hit?.handle.id !== hovered.value?.handle.id || hit?.subject !== hovered.value?.subject) hovered.value = hit
}

function poseTo(to: Vec, whole: boolean): void {
  const { subject, figure, start, handle } = posing!
  const pose = pull(figure, start, handle, to, whole)
  const base = desk.shot!.stacks[desk.stack!.id]!.drawings[desk.drawing!.id]!
  const words = `${handle.kind === 'turn' ? 'Turn' : 'Pull'}: ${handle.name}`
  const chart = base.fixed && !base.own ? desk.contents.chartOf(desk.plan!, base.id) : null
  if (chart) {
    // A breakdown of some parts fixes what was moved, and what it fixed before.
    const old = base.fixed![subject]
    const moved = movedParts(start, pose)
    desk.tryOut({ name: 'drawing.fix', args: { plan: desk.plan!.id, chart: chart.id, drawing: base.id, fixed: { ...base.fixed, [subject]: { ...old, ...moved, angles: { ...old?.angles, ...moved.angles } } } } }, `${words}. Only what is moved is fixed.`)
    return
  }
  desk.tryOut({ name: 'drawing.pose', args: { stack: desk.stack!.id, drawing: base.id, poses: { [subject]: pose }, ...fixOf({ ...desk, drawing: base }, base) } }, words)
}

function rub(p: Vec): void {
  dropped.value = p
  const d = desk.drawing
  if (!d || !rubbing) return
  const v = viewNow()
  for (const ref of desk.shot!.stacks[desk.stack!.id]!.drawings[d.id]!.content.strokes) {
    const stroke = desk.session!.strokeBy(ref.hash)
    if (stroke && touches(stroke, p, RUBBER / v.scale)) rubbing.add(ref.id)
  }
  if (rubbing.size) desk.tryOut({ name: 'stroke.remove', args: { stack: desk.stack!.id, drawing: d.id, strokes: [...rubbing] } }, `Rub out ${rubbing.size} stroke${rubbing.size === 1 ? '' : 's'}`)
  else desk.moves += 1
}

const strokeNow = (): Stroke => ({ schema: 1, colour: desk.pencil.colour, width: desk.pencil.width, pressure: drawing!.pen, points: drawing!.points })

async function up(): Promise<void> {
  if (path.dragging.value) return path.end()
  if (measure.value && !measure.value.done) {
    const { a, b } = measure.value
    measure.value = distance(a, b) * viewNow().scale > 8 ? { a, b, done: true } : null
    return
  }
  if (posing || rubbing) {
    posing = null
    rubbing = null
    if (desk.preview) desk.take()
    return
  }
  if (!drawing) return
  const stroke = strokeNow()
  drawing = null
  const hash = await desk.session!.addStroke(stroke)
  const d = desk.drawing
  const strokes = [{ id: newId(), hash }]
  const wishes: Wish[] = []
  const id = d?.id ?? newId()
  if (!d) wishes.push(newPose(desk, 'blank', 'playhead', 'key', id))
  wishes.push({ name: 'stroke.add', args: { stack: desk.stack!.id, drawing: id, strokes, ...(d ? fixOf(desk, d) : {}) } })
  desk.run(...wishes)
  wet.value = wet.value.slice(1)
}

function cancel(): void {
  posing = null
  rubbing = null
  path.cancel()
  measure.value = null
  if (drawing) wet.value = wet.value.slice(0, -1)
  drawing = null
  desk.drop()
}
onMounted(() => useEventListener(window, 'keydown', (e: KeyboardEvent) => {
  if (e.key === 'Escape' && (posing || rubbing || drawing || path.dragging.value || path.asked.value || measure.value)) cancel()
}))

const told = computed(() => {
  const d = desk.drawing
  if (!d) return { number: '', rest: desk.column?.runs.count ? 'blank here' : 'nothing exposed yet' }
  const at = desk.place ? desk.workFrame - desk.place.start + 1 : 1
  const stays = desk.column && desk.workFrame > desk.column.runs.frames
  return { number: d.number, rest: `${d.role} · ${stays ? 'stays to the end' : at === 1 ? 'shown here first' : `held, frame ${at} of ${desk.place!.run.frames}`}` }
})
const state = computed(() => (desk.drawing ? desk.contents.state(desk.shown!, desk.plan!, desk.stack!, desk.drawing.id) : null))
const STATE = { empty: 'empty: pose or draw on it', computed: 'worked out from its chart', own: 'made by hand' }
const metres = ref('1.7')
const scaleFault = ref('')
function setScale(): void {
  const m = Number(metres.value.replace(',', '.'))
  if (!measure.value || !(m > 0)) {
    scaleFault.value = 'Write the height in metres, such as 1.7.'
    return
  }
  scaleFault.value = ''
  desk.run({ name: 'shot.scale', args: { scale: { metres: m, px: Math.round(distance(measure.value.a, measure.value.b) * 100) / 100 } } })
  measure.value = null
  desk.tool = 'pose'
}
const popAt = (p: Vec) => {
  const v = viewNow()
  return { left: `${Math.max(8, v.x + p.x * v.scale + 14)}px`, top: `${Math.max(8, v.y + p.y * v.scale - 14)}px` }
}
const tools = [
  { id: 'pose', name: 'Pose the figure (P)', icon: PersonStanding },
  { id: 'pencil', name: 'Pencil (D)', icon: Pencil },
  { id: 'rubber', name: 'Rub out strokes (U)', icon: Eraser },
  { id: 'path', name: 'Follow points: arcs and travel (Shift P)', icon: Spline },
  { id: 'scale', name: 'Set the scale along something of known height', icon: Ruler },
] as const
const WIDTHS = [{ px: 3, name: 'Fine' }, { px: 6, name: 'Middle' }, { px: 14, name: 'Broad' }]
const COLOURS = [{ hex: '#26302c', name: 'Graphite' }, { hex: '#1f5aa8', name: 'Blue pencil' }, { hex: '#8a5a2b', name: 'Brown pencil' }]
</script>

<template>
  <div class="relative min-h-0 flex-1 overflow-hidden bg-board">
    <canvas ref="canvas" class="absolute inset-0 touch-none" data-part="picture" role="img" :aria-label="`Picture at frame ${desk.workFrame}`" :style="{ cursor: desk.tool === 'pose' ? (hovered ? 'grab' : 'default') : 'crosshair' }" @pointerdown="down" @pointermove="move" @pointerup="up" @pointercancel="cancel" @pointerleave="dropped = hovered = null" />
    <div class="absolute top-3 left-3 flex flex-col gap-1.5" role="toolbar" aria-label="Tools" aria-orientation="vertical">
      <button v-for="t in tools" :key="t.id" type="button" class="grid size-9 place-items-center rounded-md border" :class="desk.tool === t.id ? 'border-bottle bg-bottle text-on-bottle night:border-on-bottle night:border-2' : 'border-edge bg-sheet text-graphite hover:bg-wash'" :aria-pressed="desk.tool === t.id" :aria-label="t.name" :title="t.name" @click="desk.tool = t.id"><component :is="t.icon" :size="18" :stroke-width="1.8" /></button>
      <template v-if="desk.tool === 'pencil'">
        <span class="my-0.5 h-px bg-edge" />
        <button v-for="w in WIDTHS" :key="w.px" type="button" class="grid size-9 place-items-center rounded-md border bg-sheet hover:bg-wash" :class="desk.pencil.width === w.px ? 'border-graphite border-2' : 'border-edge'" :aria-pressed="desk.pencil.width === w.px" :aria-label="`${w.name}, ${w.px} px`" :title="`${w.name}, ${w.px} px`" @click="desk.pencil = { ...desk.pencil, width: w.px }"><span class="w-5 rounded-full bg-graphite" :style="{ height: `${Math.max(1.5, w.px / 2)}px` }" /></button>
        <button v-for="k in COLOURS" :key="k.hex" type="button" class="grid size-9 place-items-center rounded-md border bg-sheet hover:bg-wash" :class="desk.pencil.colour === k.hex ? 'border-graphite border-2' : 'border-edge'" :aria-pressed="desk.pencil.colour === k.hex" :aria-label="k.name" :title="k.name" @click="desk.pencil = { ...desk.pencil, colour: k.hex }"><span class="size-4 rounded-full" :style="{ background: k.hex }" /></button>
      </template>
    </div>
    <div class="pointer-events-none absolute top-3 left-[60px] rounded bg-sheet/90 px-2 py-1 leading-tight">
      <span class="font-semibold">{{ desk.column?.name }}</span>
      <template v-if="told.number"> · drawing <span class="font-mono font-semibold">{{ told.number }}</span></template> · {{ told.rest }}
      <span v-if="state" class="block text-[11.5px] text-soft">{{ STATE[state] }}</span>
    </div>
    <div v-if="path.asked.value" class="absolute z-10 rounded-md border border-edge bg-panel px-2.5 py-2 shadow-lg" role="alertdialog" :aria-label="`Make ${path.asked.value.number} a breakdown?`" :style="popAt(path.asked.value.at)">
      <p>Off its path. Make {{ path.asked.value.number }} a breakdown here?</p>
      <div class="mt-1.5 flex gap-1.5"><button type="button" class="push-button push-button-main" @click="path.answer(true)">Breakdown here</button><button type="button" class="push-button" @click="path.answer(false)">Leave it</button></div>
    </div>
    <form v-if="desk.tool === 'scale'" class="absolute right-3 top-3 w-64 rounded-md border border-edge bg-panel px-3 py-2.5 shadow-lg" @submit.prevent="setScale">
      <p v-if="!measure?.done" class="text-soft">Drag along something of known height in the picture.</p>
      <template v-else>
        <label class="flex items-center gap-2">It is <input v-model="metres" class="field h-7 w-16 text-right font-mono" inputmode="decimal" aria-label="Height in metres"> metres high.</label>
        <p v-if="scaleFault" class="mt-1 text-signal" role="alert">{{ scaleFault }}</p>
        <div class="mt-2 flex gap-1.5"><button type="submit" class="push-button push-button-main">Set the scale</button><button type="button" class="push-button" @click="measure = null">Again</button></div>
      </template>
      <p v-if="desk.shot?.scale" class="mt-2 flex items-center gap-2"><span class="flex-1">Now {{ desk.shot.scale.metres }} m are {{ Math.round(desk.shot.scale.px) }} px.</span><button type="button" class="push-button" @click="desk.run({ name: 'shot.scale', args: { scale: null } })">Take it away</button></p>
    </form>
    <slot />
  </div>
</template>
