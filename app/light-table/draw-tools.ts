import type { Joint } from '#core/figure'
import type { Vec } from '#core/motion'
import type { Grip } from './select-tool'
import type { View } from '~/ui/paint/view'
import type { RideLook } from './ride-drag'
import { SANS, theme } from '~/ui/colours'

type C = CanvasRenderingContext2D

/** What is drawn without a ground of its own lies on the paper, which is light by night, too. */
const ON_PAPER = '#26302c'

const onScreen = (v: View, p: Vec): [number, number] => [v.x + p.x * v.scale, v.y + p.y * v.scale]

function way(c: C, v: View, points: readonly Vec[]): void {
  c.beginPath()
  points.forEach((p, i) => (i ? c.lineTo(...onScreen(v, p)) : c.moveTo(...onScreen(v, p))))
}

/** The eraser, and faintly where it has gone while it is pressed down. */
export function drawEraser(c: C, v: View, at: Vec | null, gone: readonly Vec[], size: number): void {
  const t = theme()
  if (gone.length) {
    c.save()
    c.globalAlpha = 0.75
    c.strokeStyle = t.sheet
    c.lineWidth = size * 2
    c.lineCap = c.lineJoin = 'round'
    way(c, v, gone.length > 1 ? gone : [gone[0]!, gone[0]!])
    c.stroke()
    c.restore()
  }
  if (!at) return
  c.strokeStyle = t.signal
  c.lineWidth = 1
  c.beginPath()
  c.arc(...onScreen(v, at), size, 0, Math.PI * 2)
  c.stroke()
}

/** Where a shape that could not be filled is open: a ring in a ring. */
export function drawLeak(c: C, v: View, at: Vec): void {
  c.save()
  c.strokeStyle = theme().signal
  for (const [radius, width] of [
    [7, 2],
    [15, 1.2],
  ] as const) {
    c.lineWidth = width
    c.beginPath()
    c.arc(...onScreen(v, at), radius, 0, Math.PI * 2)
    c.stroke()
  }
  c.restore()
}

/** What is drawn of selecting: the line, and the box of what is selected with its grips. */
export interface SelectedLook {
  readonly box: { left: number; top: number; right: number; bottom: number } | null
  readonly grips: readonly Grip[]
  readonly line: readonly Vec[]
  readonly lasso: boolean
  readonly riding: RideLook | null
}

/** The line that selects, and the frame around what is selected with its grips. */
export function drawSelected(c: C, v: View, { box, grips, line, lasso, riding }: SelectedLook): void {
  const t = theme()
  c.save()
  c.strokeStyle = t.ledger
  c.lineWidth = 1.2
  c.setLineDash([5, 4])
  if (line.length > 1) {
    if (lasso) way(c, v, line)
    else {
      const [[ax, ay], [bx, by]] = [onScreen(v, line[0]!), onScreen(v, line[1]!)]
      c.beginPath()
      c.rect(Math.min(ax, bx), Math.min(ay, by), Math.abs(bx - ax), Math.abs(by - ay))
    }
    c.stroke()
  }
  if (box) {
    c.strokeRect(
      ...onScreen(v, { x: box.left, y: box.top }),
      (box.right - box.left) * v.scale,
      (box.bottom - box.top) * v.scale,
    )
    c.setLineDash([])
    const knob = grips.find(g => g.kind === 'turn')
    if (knob) {
      way(c, v, [knob.at, { x: knob.at.x, y: box.top }])
      c.stroke()
    }
    for (const g of grips) drawGrip(c, g, ...onScreen(v, g.at))
  }
  c.restore()
  if (riding) drawRiding(c, v, riding)
}

/** The parts that a column can be hung on, the line to the pointer, and the one that it would ride on. */
function drawRiding(c: C, v: View, { from, to, spots, on }: RideLook): void {
  const t = theme()
  c.save()
  c.fillStyle = ON_PAPER
  for (const s of spots) {
    c.beginPath()
    c.arc(...onScreen(v, s), 2.5, 0, Math.PI * 2)
    c.fill()
  }
  c.strokeStyle = t.signal
  c.lineWidth = 1.4
  way(c, v, [from, on?.at ?? to])
  c.stroke()
  if (on) {
    const [x, y] = onScreen(v, on.at)
    c.beginPath()
    c.arc(x, y, 7, 0, Math.PI * 2)
    c.stroke()
    drawWords(c, on.words, x + 12, y - 14)
  }
  c.restore()
}

/** Words beside something on the picture. */
function drawWords(c: C, words: string, x: number, y: number): void {
  const t = theme()
  c.font = `500 11px ${SANS}`
  c.fillStyle = t.graphite
  c.fillRect(x - 5, y - 8.5, c.measureText(words).width + 10, 17)
  c.fillStyle = t.sheet
  c.textAlign = 'left'
  c.textBaseline = 'middle'
  c.fillText(words, x, y)
}

/**
 * Corners scale (squares), sides stretch (short bars along the side), the knob turns (a ring), the mark of the
 * turning centre is a small ring in a cross, a hook hangs the column on a part.
 */
function drawGrip(c: C, g: Grip, x: number, y: number): void {
  const t = theme()
  c.fillStyle = t.sheet
  c.strokeStyle = g.kind === 'centre' || g.kind === 'ride' ? ON_PAPER : t.ledger
  c.lineWidth = 1.4
  c.beginPath()
  if (g.kind === 'centre') {
    c.arc(x, y, 3, 0, Math.PI * 2)
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      c.moveTo(x + dx * 3, y + dy * 3)
      c.lineTo(x + dx * 7, y + dy * 7)
    }
  } else if (g.kind === 'turn') c.arc(x, y, 5, 0, Math.PI * 2)
  else if (g.kind === 'corner') c.rect(x - 4, y - 4, 8, 8)
  else if (g.kind === 'side') c.rect(x - (g.x ? 2.5 : 7), y - (g.y ? 2.5 : 7), g.x ? 5 : 14, g.y ? 5 : 14)
  else if (g.kind === 'ride') {
    c.moveTo(x + 3, y - 7)
    c.lineTo(x + 3, y + 1)
    c.arc(x - 1, y + 1, 4, 0, Math.PI)
  }
  if (g.kind !== 'centre' && g.kind !== 'ride') c.fill()
  c.stroke()
}

/** The joints of a figure in the making; the next one hangs on the filled one. */
export function drawJoints(c: C, v: View, joints: readonly Joint[], on: number | null): void {
  const t = theme()
  c.strokeStyle = t.graphite
  c.lineCap = 'round'
  for (const { at, on: from } of joints) {
    if (from === null) continue
    c.lineWidth = Math.max(2, 14 * v.scale)
    way(c, v, [joints[from]!.at, at])
    c.stroke()
  }
  joints.forEach(({ at }, i) => {
    c.beginPath()
    c.arc(...onScreen(v, at), 5, 0, Math.PI * 2)
    c.fillStyle = i === on ? t.signal : t.sheet
    c.fill()
    c.strokeStyle = t.ledger
    c.lineWidth = 1.5
    c.stroke()
  })
}
