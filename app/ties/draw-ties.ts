import type { Vec } from '#core/motion'
import type { Line } from '#core/tie'
import { measured, pointAt } from '#core/tie'
import { GHOSTS } from '~/ghosts/ghosts'
import type { View } from '~/ui/paint/view'
import { MONO, theme } from '~/ui/colours'
import type { Picked, Side } from './store'
import type { Span } from './ties'
import { linesOn, matesOf, otherSide, saidOf } from './ties'

type C = CanvasRenderingContext2D

/** The ties of a span, the strokes that are pointed at, and what the two poses are called. */
export interface TiesLook {
  readonly span: Span
  readonly lit: readonly Picked[]
  readonly numbers: readonly [string, string]
}

/** With more pairs than this the lines between them are drawn only for what is pointed at. */
const MOST_LINES = 80

/** Lines between pairs lie on the paper, which is light by night, too. */
const BETWEEN = '#26302c'

const tints = { first: GHOSTS.tints.before, second: GHOSTS.tints.after }

function trace(c: C, v: View, { stroke }: Line): void {
  const { points, fill } = stroke
  c.beginPath()
  for (let i = 0; i < points.length; i += 3) {
    const [x, y] = [v.x + points[i]! * v.scale, v.y + points[i + 1]! * v.scale]
    if (i) c.lineTo(x, y)
    else c.moveTo(x, y)
  }
  // A dot has no length that could be drawn.
  if (points.length === 3) c.lineTo(v.x + points[0]! * v.scale + 0.5, v.y + points[1]! * v.scale)
  if (fill) c.closePath()
  c.stroke()
}

const middle = (line: Line): Vec => {
  const out = { x: 0, y: 0 }
  pointAt(measured(line), 0.5, out)
  return out
}

/**
 * Both poses over each other, each in the tint of its side: pairs with a line between them, strokes that become none
 * broken, those that are pointed at strong, with what they become.
 */
export function drawTies(c: C, v: View, look: TiesLook | null): void {
  if (!look) return
  const { span, lit } = look
  c.save()
  c.lineCap = c.lineJoin = 'round'
  const strong = new Set(
    lit.flatMap(p => [key(p), ...matesOf(span, p).map(id => key({ side: otherSide(p.side), id }))]),
  )
  const { aloneA, aloneB, pieces } = span.way.match
  const alone = { first: new Set(aloneA), second: new Set(aloneB) }
  for (const side of ['first', 'second'] as const) {
    c.strokeStyle = tints[side]
    linesOn(span, side).forEach((line, i) => {
      const is = strong.has(key({ side, id: line.id }))
      c.globalAlpha = is ? 1 : lit.length ? 0.35 : 0.75
      c.lineWidth = is ? 4 : 1.8
      c.setLineDash(alone[side].has(i) ? [5, 5] : [])
      trace(c, v, line)
    })
  }
  c.setLineDash([2, 4])
  c.strokeStyle = BETWEEN
  for (const p of pieces) {
    const [a, b] = [span.way.a[p.a]!, span.way.b[p.b]!]
    const is = strong.has(key({ side: 'first', id: a.id })) && strong.has(key({ side: 'second', id: b.id }))
    if (!is && (lit.length || pieces.length > MOST_LINES)) continue
    c.globalAlpha = is ? 1 : 0.3
    c.lineWidth = is ? 1.6 : 1
    drawBetween(c, v, middle(a), middle(b), saidOf(span, { side: 'first', id: a.id }).length > 0)
  }
  c.restore()
  drawPoints(c, v, look, strong)
  drawNumbers(c, v, look)
}

const key = ({ side, id }: { side: Side; id: string }): string => `${side} ${id}`

/** The line between a pair, with a mark where it was tied by hand. */
function drawBetween(c: C, v: View, a: Vec, b: Vec, byHand: boolean): void {
  const [x0, y0, x1, y1] = [v.x + a.x * v.scale, v.y + a.y * v.scale, v.x + b.x * v.scale, v.y + b.y * v.scale]
  c.beginPath()
  c.moveTo(x0, y0)
  c.lineTo(x1, y1)
  c.stroke()
  if (!byHand) return
  c.save()
  c.globalAlpha = 1
  c.setLineDash([])
  c.fillStyle = theme().signal
  c.fillRect((x0 + x1) / 2 - 3.5, (y0 + y1) / 2 - 3.5, 7, 7)
  c.restore()
}

/** The points that are tied on the strokes that are pointed at, numbered. */
function drawPoints(c: C, v: View, { span }: TiesLook, strong: ReadonlySet<string>): void {
  c.font = `600 10px ${MONO}`
  for (const tie of span.chart.ties ?? []) {
    if (tie.from === null || tie.to === null || !tie.points?.length) continue
    for (const [side, id] of [
      ['first', tie.from],
      ['second', tie.to],
    ] as const) {
      const line = linesOn(span, side).find(l => l.id === id)
      if (!line) continue
      c.globalAlpha = strong.has(key({ side, id })) ? 1 : 0.6
      tie.points.forEach((shares, i) => {
        const p = { x: 0, y: 0 }
        pointAt(measured(line), shares[side === 'first' ? 0 : 1], p)
        const [x, y] = [v.x + p.x * v.scale, v.y + p.y * v.scale]
        c.fillStyle = tints[side]
        c.beginPath()
        c.arc(x, y, 4, 0, Math.PI * 2)
        c.fill()
        c.fillText(String(i + 1), x + 6, y - 5)
      })
    }
  }
  c.globalAlpha = 1
}

/** Which pose is which: its number at the stroke that is pointed at. */
function drawNumbers(c: C, v: View, { span, lit, numbers }: TiesLook): void {
  c.font = `600 12px ${MONO}`
  c.textBaseline = 'bottom'
  for (const { side, id } of lit) {
    for (const [s, line] of [
      [side, linesOn(span, side).find(l => l.id === id)] as const,
      ...matesOf(span, { side, id }).map(
        m => [otherSide(side), linesOn(span, otherSide(side)).find(l => l.id === m)] as const,
      ),
    ]) {
      if (!line) continue
      const [x, y] = line.stroke.points as [number, number]
      const words = numbers[s === 'first' ? 0 : 1]
      const [sx, sy] = [v.x + x * v.scale + 8, v.y + y * v.scale - 6]
      c.fillStyle = '#ffffff'
      c.globalAlpha = 0.8
      c.fillRect(sx - 3, sy - 14, c.measureText(words).width + 6, 16)
      c.globalAlpha = 1
      c.fillStyle = tints[s]
      c.fillText(words, sx, sy)
    }
  }
}
