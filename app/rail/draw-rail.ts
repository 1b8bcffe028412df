import type { Stack } from '#core/document'
import type { Bar, Rail, Stretch } from '#core/pass'
import type { Frames } from '#core/sheet'
import { passHere } from '~/chart/spans'
import type { Focus, Scene } from '~/desk/scene'
import type { LedgerSight } from '~/sheet/draw-ledger'
import { drawOver, LIGHTER, openLedger } from '~/sheet/draw-ledger'
import type { Rows } from '~/sheet/layout'
import { HEAD } from '~/sheet/layout'
import type { Margin } from '~/sheet/sheet'
import { SANS, theme } from '~/ui/colours'
import type { FamilyLook } from './draw-family'
import { drawFamily } from './draw-family'
import { drawLadder } from './draw-ladder'
import type { RailGrid } from './handles'
import type { RailScale } from './layout'
import { BAR, LOOSE } from './layout'

type C = CanvasRenderingContext2D

/** Bars so many frames out of sight are drawn, too: the way from bar to bar is seen. */
export const AROUND = 60

/** A box that is drawn over bars to pick them, px. */
export interface PickBox {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/** What a rail is drawn from, besides the scene: its bars and stretches in sight, and what is picked, lit and held. */
export interface RailLook extends Omit<FamilyLook, 'stack'> {
  readonly rail: Rail
  readonly margin: Margin
  /** Frames on the sheet. */
  readonly frames: number
  readonly picked: ReadonlySet<string>
  /** Exposures on which the picture sticks. */
  readonly stuck: ReadonlyMap<string, string>
  /** Exposures that are being dragged. */
  readonly held: ReadonlySet<string>
  /** The chart all of whose passes light up. */
  readonly lit: string | null
  readonly picking: PickBox | null
  readonly playing: boolean
}

interface RailDrawing extends RailLook {
  readonly stack: Stack
}

/** The rail of the active column, row for row with the sheet. */
export function drawRail(c: C, scene: Scene, focus: Focus, look: RailLook, sight: LedgerSight): void {
  const { rows, margin, frames, rail } = look
  const ledger = { shot: scene.shot, rows, margin, frames }
  const seen = openLedger(c, ledger, sight)
  drawScale(c, look, seen)
  if (focus.stack) {
    const drawing = { ...look, stack: focus.stack }
    const { first, last } = seen
    const near = rail.bars.filter(b => b.start + b.run.frames >= first - AROUND && b.start <= last + AROUND)
    drawWay(c, look, near)
    const stretches = rail.stretches.filter(s => s.end >= first - 1 && s.start <= last + 1)
    for (const stretch of stretches) {
      drawLadder(c, focus.stack, look, stretch)
      drawLit(c, look, stretch, sight.width)
    }
    drawOver(c, ledger, sight.width, last)
    c.save()
    for (const bar of near) drawBar(c, drawing, bar)
    c.restore()
    drawFamilyHere(c, scene, focus, drawing)
  } else drawOver(c, ledger, sight.width, seen.last)
  if (look.picking) drawPicking(c, look.picking)
  c.restore()
  drawHead(c, focus, look.scale)
}

/** The lines at the first pose, the middle and the second pose. */
function drawScale(c: C, { rows, scale }: RailGrid, { first, last }: Frames): void {
  for (const [u, dash] of [
    [0, []],
    [0.5, [2, 3]],
    [1, []],
  ] as const) {
    c.strokeStyle = theme().edge
    c.lineWidth = 1
    c.setLineDash([...dash])
    c.beginPath()
    c.moveTo(Math.round(scale.x(u)) + 0.5, rows.y(first))
    c.lineTo(Math.round(scale.x(u)) + 0.5, rows.y(last + 1))
    c.stroke()
    c.setLineDash([])
  }
}

function drawLit(c: C, { lit, rows }: RailLook, { sections }: Stretch, width: number): void {
  if (!lit) return
  c.save()
  c.fillStyle = theme().signal
  c.globalAlpha = 0.06
  for (const { pass } of sections)
    if (pass.chart?.id === lit)
      c.fillRect(0, rows.y(pass.from.start), width, (pass.to.start - pass.from.start) * rows.px)
  c.restore()
}

/** What can be dragged of the pass that is worked on. */
function drawFamilyHere(c: C, scene: Scene, focus: Focus, look: RailDrawing): void {
  const here = look.playing ? null : passHere(scene, focus)
  const sections = look.rail.stretches.flatMap(s => s.sections)
  const section = here && sections.find(s => s.pass.from.run.id === here.from.run.id)
  if (section) drawFamily(c, look, section)
}

function drawPicking(c: C, { x, y, w, h }: PickBox): void {
  c.strokeStyle = theme().graphite
  c.setLineDash([3, 3])
  c.strokeRect(x, y, w, h)
  c.setLineDash([])
}

function ring(c: C, rows: Rows, at: { x: number; y: number }, fill: string, stroke: string): void {
  c.beginPath()
  c.arc(at.x, at.y, Math.min(4.6, Math.max(2.4, rows.px * 0.4)), 0, Math.PI * 2)
  c.fillStyle = fill
  c.fill()
  c.strokeStyle = stroke
  c.lineWidth = 1.6
  c.stroke()
}

function roundBar(c: C, x: number, y: number, w: number, h: number): void {
  c.beginPath()
  c.roundRect(x - w / 2, y, w, h, Math.min(3, w / 2))
}

interface BarPlace {
  readonly x: number
  readonly y: number
  readonly h: number
}

function drawBar(c: C, { stack, held, picked, stuck, ...on }: RailDrawing, bar: Bar): void {
  const { rows, scale } = on
  if (bar.kind === 'blank') return
  // What a repeat adds is lighter; it cannot be taken hold of.
  const strength = bar.run.again ? LIGHTER : 1
  c.globalAlpha = strength
  const at = {
    x: scale.x(bar.x),
    y: rows.y(bar.start) + Math.min(1.5, rows.px / 10),
    h: Math.max(1.5, bar.run.frames * rows.px - Math.min(3, rows.px / 5)),
  }
  if (bar.kind === 'loose') return drawLoose(c, at)
  if (bar.kind === 'pose') drawPose(c, on, bar, at, strength)
  else drawInBetween(c, bar, at, barTint(bar, stack, held))
  drawBarMarks(c, on, at, { picked: picked.has(bar.run.id), same: stack.drawings[stuck.get(bar.run.id) ?? '']?.number })
}

function drawLoose(c: C, { y, h }: BarPlace): void {
  c.strokeStyle = theme().soft
  c.setLineDash([2, 2])
  roundBar(c, LOOSE, y, BAR, h)
  c.stroke()
  c.setLineDash([])
}

function drawPose(c: C, { rows, scale }: RailGrid, bar: Bar, { x, y, h }: BarPlace, strength: number): void {
  const t = theme()
  const tint = bar.role === 'breakdown' ? t.pencil : t.ledger
  c.globalAlpha = 0.32 * strength
  roundBar(c, x, y, BAR, h)
  c.fillStyle = tint
  c.fill()
  c.globalAlpha = strength
  const middle = y + rows.px / 2 - 1.5
  ring(c, rows, { x, y: middle }, bar.state === 'empty' ? t.sheet : tint, tint)
  if (bar.arrives) ring(c, rows, { x: scale.x(1), y: middle }, t.sheet, t.ledger)
}

function barTint(bar: Bar, stack: Stack, held: ReadonlySet<string>): string {
  const t = theme()
  if (held.has(bar.run.id)) return t.signal
  return bar.run.drawing && stack.drawings[bar.run.drawing]?.fixed ? t.pencil : t.ledger
}

function drawInBetween(c: C, bar: Bar, { x, y, h }: BarPlace, tint: string): void {
  const empty = bar.state === 'empty'
  roundBar(c, x, y, BAR, h)
  c.fillStyle = empty ? theme().sheet : tint
  c.fill()
  c.lineWidth = 1.4
  c.strokeStyle = tint
  c.setLineDash(empty ? [3, 2] : [])
  c.stroke()
  c.setLineDash([])
  if (bar.state !== 'own' || h < 6) return
  // Detached from its chart: open along its middle.
  c.fillStyle = theme().sheet
  c.fillRect(x - 1, y + 2.5, 2, h - 5)
}

function drawBarMarks(
  c: C,
  { rows, scale }: RailGrid,
  { x, y, h }: BarPlace,
  is: { picked: boolean; same: string | undefined },
): void {
  const t = theme()
  if (is.picked) {
    c.strokeStyle = t.graphite
    c.lineWidth = 1.6
    roundBar(c, x, y - 1.5, BAR + 5, h + 3)
    c.stroke()
  }
  if (is.same === undefined) return
  c.font = `600 9.5px ${SANS}`
  c.textAlign = 'left'
  c.textBaseline = 'middle'
  c.fillStyle = t.signal
  c.fillText(`= ${is.same}`, Math.min(x + 9, scale.ladder - 36), y + rows.px / 2 - 1)
}

function drawWay(c: C, { rows, scale }: RailGrid, bars: readonly Bar[]): void {
  const t = theme()
  c.strokeStyle = t.edge
  c.lineWidth = 1
  let before: Bar | null = null
  for (const bar of bars) {
    if (bar.kind === 'blank') before = null
    if (bar.kind === 'blank' || bar.kind === 'loose') continue
    if (before) {
      const x = bar.kind === 'pose' && bar.arrives ? 1 : bar.x
      c.beginPath()
      c.moveTo(scale.x(before.x), rows.y(before.start + before.run.frames) - 1.5)
      c.lineTo(scale.x(x), rows.y(bar.start) + (bar.kind === 'pose' ? rows.px / 2 : 1.5))
      c.stroke()
    }
    before = bar
  }
}

function drawHead(c: C, { column }: Focus, scale: RailScale): void {
  const t = theme()
  c.fillStyle = t.sheet
  c.fillRect(0, 0, scale.width, HEAD)
  c.fillStyle = t.graphite
  c.font = `600 12px ${SANS}`
  c.textAlign = 'left'
  c.textBaseline = 'alphabetic'
  c.fillText(column ? `Spacing of ${column.name}` : 'Spacing', 12, HEAD - 36)
  c.font = `400 10px ${SANS}`
  c.fillStyle = t.soft
  c.textAlign = 'center'
  for (const [u, word] of [
    [0, 'first'],
    [0.5, '½'],
    [1, 'second'],
  ] as const)
    c.fillText(word, scale.x(u), HEAD - 7)
  c.textAlign = 'left'
  c.fillText('chart', scale.ladder, HEAD - 7)
  c.fillStyle = t.graphite
  c.fillRect(0, HEAD - 1.5, scale.width, 1.5)
}
