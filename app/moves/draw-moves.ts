import type { Affine, Vec } from '#core/motion'
import { mapped } from '#core/motion'
import { cornersOfFraming, framingOn } from '#core/pass'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { drawSelected } from '~/light-table/draw-tools'
import type { Box } from '~/light-table/select-tool'
import { SANS, theme } from '~/ui/colours'
import type { View } from '~/ui/paint/view'
import { onCanvas } from '~/ui/paint/view'
import type { MoveTool } from './move-tool'
import { ownBox, spaceOf } from './movers'
import { useMoves } from './store'

type C = CanvasRenderingContext2D

/** What lies on the paper, which is light by night, too. */
const ON_PAPER = '#26302c'

function outline(c: C, v: View, corners: readonly Vec[]): void {
  c.beginPath()
  corners.forEach((p, i) =>
    i ? c.lineTo(v.x + p.x * v.scale, v.y + p.y * v.scale) : c.moveTo(v.x + p.x * v.scale, v.y + p.y * v.scale),
  )
  c.closePath()
  c.stroke()
}

const cornersOf = (b: Box, space: Affine): Vec[] =>
  [
    { x: b.left, y: b.top },
    { x: b.right, y: b.top },
    { x: b.right, y: b.bottom },
    { x: b.left, y: b.bottom },
  ].map(p => mapped(space, p))

/** The field of the camera, the way of what is placed with its placements, and what of it is taken hold of. */
export function drawMoves(c: C, v: View, tool: MoveTool): void {
  const [desk, moves, tools] = [useDesk(), useMoves(), useTools()]
  const { scene, playing } = desk
  if (!scene) return
  c.save()
  if (moves.camera && !moves.through) drawField(c, v)
  if (moves.shown && !playing && !moves.through) drawWay(c, v)
  c.restore()
  const held = tools.tool === 'move' ? tool.held(v.scale) : null
  if (!held) return
  c.save()
  c.transform(...onCanvas(held.space, v))
  drawSelected(c, v, { box: held.box, grips: held.grips, line: [], lasso: false, riding: null })
  c.restore()
}

/** What the camera sees on the frame: its edge, its middle, and which side of it is up. */
function drawField(c: C, v: View): void {
  const [desk, { camera }] = [useDesk(), useMoves()]
  const { shot } = desk.scene!
  const framing = framingOn(camera!, desk.frame, shot.rate)
  const corners = cornersOfFraming(framing, shot.picture)
  c.strokeStyle = ON_PAPER
  c.lineWidth = 1.6
  outline(c, v, corners)
  const [x, y] = [v.x + framing.place.x * v.scale, v.y + framing.place.y * v.scale]
  c.beginPath()
  c.moveTo(x - 7, y)
  c.lineTo(x + 7, y)
  c.moveTo(x, y - 7)
  c.lineTo(x, y + 7)
  c.stroke()
  c.font = `500 11px ${SANS}`
  c.textBaseline = 'bottom'
  c.textAlign = 'left'
  c.fillStyle = ON_PAPER
  c.fillText('camera', v.x + corners[0]!.x * v.scale + 2, v.y + corners[0]!.y * v.scale - 2)
}

/** The way of the middle, a dot for each frame; placements as squares; the placements before and after as outlines. */
function drawWay(c: C, v: View): void {
  const [desk, moves] = [useDesk(), useMoves()]
  const [scene, frame] = [desk.scene!, desk.workFrame]
  const mover = moves.mover!
  const t = theme()
  const on = (p: Vec): [number, number] => [v.x + p.x * v.scale, v.y + p.y * v.scale]
  const sides = [
    { move: moves.moves.findLast(m => m.frame < frame), tint: t.before },
    { move: moves.moves.find(m => m.frame > frame), tint: t.after },
  ]
  for (const { move, tint } of sides) {
    const space = move && spaceOf(scene, mover, move.frame)
    if (!space) continue
    c.strokeStyle = tint
    c.lineWidth = 1.2
    c.setLineDash([6, 4])
    outline(c, v, cornersOf(ownBox(scene, mover, move.frame), space))
    c.setLineDash([])
  }
  if (moves.way.length < 2) return
  c.strokeStyle = ON_PAPER
  c.lineWidth = 1
  c.beginPath()
  moves.way.forEach((w, i) => (i ? c.lineTo(...on(w.at)) : c.moveTo(...on(w.at))))
  c.stroke()
  const placed = new Set(moves.moves.map(m => m.frame))
  for (const w of moves.way) {
    const [x, y] = on(w.at)
    c.fillStyle = w.frame === frame ? t.signal : ON_PAPER
    if (placed.has(w.frame)) c.fillRect(x - 3.5, y - 3.5, 7, 7)
    else c.fillRect(x - 1.25, y - 1.25, 2.5, 2.5)
  }
}
