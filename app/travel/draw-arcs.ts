import type { Vec } from '#core/motion'
import type { Held } from '#core/pass'
import type { Track } from '#core/travel'
import { isMoved, wayThrough } from '#core/travel'
import type { Focus, Scene } from '~/desk/scene'
import { passesHere } from '~/desk/scene'
import { passHere } from '~/chart/spans'
import { MONO, SANS, theme } from '~/ui/colours'
import type { View } from '~/ui/paint/view'

type C = CanvasRenderingContext2D

/** Arcs lie on the paper, which is light by night too. */
const LINE = '#3a5f4b'
const DOT = '#1d3b2d'
const NOW = '#c62f20'
const BLUE = '#1f5aa8'

const onCanvas = (v: View, p: Vec): [number, number] => [v.x + p.x * v.scale, v.y + p.y * v.scale]

/**
 * The way of each followed point: a dot for each drawing (larger for poses, ringed where it is held longer than a step),
 * the widest gap marked with its length. Around the playhead the line is the path itself, elsewhere it joins the dots.
 */
export function drawArcs(c: C, scene: Scene, focus: Focus, tracks: readonly Track[], v: View): void {
  // Where a column is carried, its way is not that of its own spans alone: its dots are joined.
  const moved = !!focus.column && isMoved(focus.column)
  for (const track of tracks) {
    c.save()
    drawJoined(c, v, track, moved ? 0.8 : 0.35)
    if (!moved) drawPath(c, scene, focus, v, track)
    drawDots(c, focus, v, track)
    drawWidest(c, v, track)
    c.restore()
  }
}

function drawJoined(c: C, v: View, { dots, gaps }: Track, strength: number): void {
  c.strokeStyle = LINE
  c.lineWidth = 1.2
  c.beginPath()
  dots.forEach((d, i) => {
    const [x, y] = onCanvas(v, d.at)
    if (gaps[i] === null) c.moveTo(x, y)
    else c.lineTo(x, y)
  })
  c.globalAlpha = strength
  c.stroke()
  c.globalAlpha = 1
}

function drawDots(c: C, focus: Focus, v: View, { dots }: Track): void {
  const step = focus.column?.step ?? 2
  const now = dots.find(
    d => d.run === focus.place?.run.id && focus.workFrame >= d.start && focus.workFrame < d.start + d.frames,
  )
  const run = focus.place?.run.id
  for (const d of dots) {
    const [x, y] = onCanvas(v, d.at)
    const pose = d.drawing.role !== 'in-between'
    const tint = (now ? d === now : d.run === run)
      ? NOW
      : d.drawing.role === 'breakdown' || d.drawing.fixed
        ? BLUE
        : DOT
    c.beginPath()
    c.arc(x, y, pose ? 3.4 : 2.3, 0, Math.PI * 2)
    c.fillStyle = tint
    c.fill()
    if (d.frames <= step) continue
    c.beginPath()
    c.arc(x, y, pose ? 5.8 : 4.6, 0, Math.PI * 2)
    c.lineWidth = 1
    c.strokeStyle = tint
    c.stroke()
  }
}

/** The widest gap: two strokes across its middle, and its length. */
function drawWidest(c: C, v: View, { dots, gaps, widest }: Track): void {
  if (widest <= 0) return
  const [a, b] = [onCanvas(v, dots[widest - 1]!.at), onCanvas(v, dots[widest]!.at)]
  const [x, y] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
  const [nx, ny] = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length]
  c.strokeStyle = DOT
  c.lineWidth = 2
  c.beginPath()
  for (const off of [-2, 2]) {
    const [ox, oy] = [(off * (b[0] - a[0])) / length, (off * (b[1] - a[1])) / length]
    c.moveTo(x + ox - nx * 5, y + oy - ny * 5)
    c.lineTo(x + ox + nx * 5, y + oy + ny * 5)
  }
  c.stroke()
  label(c, `widest ${Math.round(gaps[widest]!)} px`, x + nx * 12 + 4, y + ny * 12)
}

function label(c: C, words: string, x: number, y: number): void {
  c.font = `500 10.5px ${MONO}`
  c.textAlign = 'left'
  c.textBaseline = 'middle'
  const w = c.measureText(words).width
  c.fillStyle = 'rgb(255 253 246 / 0.85)'
  c.fillRect(x - 3, y - 7, w + 6, 14)
  c.fillStyle = DOT
  c.fillText(words, x, y)
}

const SAMPLES = 20

/** The path itself, of the passes beside the playhead: where a drawing would be at every place of its span. */
function drawPath(c: C, scene: Scene, focus: Focus, v: View, track: Track): void {
  const here = passHere(scene, focus)
  const i = passesHere(scene, focus).findIndex(p => p.from.run.id === here?.from.run.id)
  for (const pass of passesHere(scene, focus).slice(Math.max(0, i - 1), i + 2)) {
    const way = pass.chart?.ticks.length ? wayThrough(scene, focus.stack!, pass.chart, track.point) : null
    if (!way) continue
    const places = pass.chart!.ticks.map(t => t.u)
    const [low, high] = [Math.min(0, ...places), Math.max(1, ...places)]
    c.beginPath()
    for (let k = 0; k <= SAMPLES; k++) {
      const [x, y] = onCanvas(v, way(low + ((high - low) * k) / SAMPLES))
      c.lineTo(x, y)
    }
    c.stroke()
  }
}

/** Pins of the drawing: the ground sign where a part is held; in red, with how far, where it does not reach. */
export function drawPins(c: C, held: readonly Held[], v: View, off = 0.1): void {
  const t = theme()
  for (const h of held) {
    const [x, y] = onCanvas(v, h.target)
    const lost = h.off > off
    c.save()
    c.strokeStyle = lost ? NOW : DOT
    c.lineWidth = 1.6
    c.beginPath()
    c.moveTo(x - 8, y + 4)
    c.lineTo(x + 8, y + 4)
    for (const k of [-6, -1, 4]) {
      c.moveTo(x + k, y + 4)
      c.lineTo(x + k - 4, y + 9)
    }
    c.stroke()
    if (lost) {
      c.font = `500 11px ${SANS}`
      c.fillStyle = NOW
      c.textAlign = 'left'
      c.fillText(`out of reach by ${Math.round(h.off)} px`, x + 12, y + 8)
      c.strokeStyle = t.signal
    }
    c.restore()
  }
}

/** A line along something of known height, while the scale is being set. */
export function drawMeasure(c: C, v: View, a: Vec, b: Vec): void {
  const [p, q] = [onCanvas(v, a), onCanvas(v, b)]
  c.save()
  c.strokeStyle = NOW
  c.lineWidth = 1.6
  c.beginPath()
  c.moveTo(...p)
  c.lineTo(...q)
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]) || 1
  const [nx, ny] = [(-(q[1] - p[1]) / length) * 6, ((q[0] - p[0]) / length) * 6]
  for (const [x, y] of [p, q]) {
    c.moveTo(x - nx, y - ny)
    c.lineTo(x + nx, y + ny)
  }
  c.stroke()
  label(c, `${Math.round(Math.hypot(b.x - a.x, b.y - a.y))} px`, (p[0] + q[0]) / 2 + 10, (p[1] + q[1]) / 2)
  c.restore()
}
