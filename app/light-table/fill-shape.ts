import { contours } from 'd3-contour'
import type { Vec } from '#core/motion'
import type { Shot } from '#core/document'
import type { Mark } from '#core/picture'
import { roomAround } from '#core/picture'
import type { Grid, Stroke } from '#core/stroke'
import { flood, grown, inside, leakOf, oneRing, thinned } from '#core/stroke'
import { drawLayers } from '~/ui/paint/draw-picture'

/** Cells of the grid that shapes are filled on, on the longer side of the picture. */
const FINE = 690
/** How far a filled shape reaches under the lines around it, cells. */
const UNDER = 2

const BLACK = { ink: '#000000', far: '#000000', paper: '#000000', tone: '#000000', glow: '#000000' }

/** How wide a gap is looked for where a shape is open, cells. */
const GAP = 31

/** Why a shape cannot be filled; `leak` is where it is open, px of the picture. */
export interface Unfilled {
  readonly why: string
  readonly leak?: Vec
}

/** A flat shape that covers what the lines around a point close in; why there is none in words. */
export function fillAt(
  marks: readonly Mark[],
  p: Vec,
  shot: Pick<Shot, 'picture' | 'room'>,
  { colour, strength }: { colour: string; strength?: number | undefined },
): Stroke | Unfilled {
  if (!marks.length) return { why: 'Nothing is drawn here that could close something in.' }
  const room = roomAround(shot)
  const scale = FINE / Math.max(shot.picture.width, shot.picture.height)
  const [width, height] = [Math.ceil(room.width * scale), Math.ceil(room.height * scale)]
  const c = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  c.setTransform(scale, 0, 0, scale, -room.x * scale, -room.y * scale)
  drawLayers(c, [{ column: '', drawing: '', strength: 1, palette: BLACK, marks }])
  const alpha = c.getImageData(0, 0, width, height).data
  const lines: Grid = {
    width,
    height,
    cells: Uint8Array.from({ length: width * height }, (_, i) => (alpha[i * 4 + 3]! > 80 ? 1 : 0)),
  }
  const at = { x: (p.x - room.x) * scale, y: (p.y - room.y) * scale }
  const [x, y] = [Math.floor(at.x), Math.floor(at.y)]
  const shape = flood(lines, x, y)
  if (!shape) {
    if (lines.cells[y * width + x]) return { why: 'There is a line here. Click beside it, inside the shape.' }
    const leak = leakOf(lines, x, y, GAP)
    return leak
      ? {
          why: 'The shape is open where the ring shows it. Close the gap in its line first.',
          leak: { x: (leak.x + 0.5) / scale + room.x, y: (leak.y + 0.5) / scale + room.y },
        }
      : { why: 'Nothing closes this place in: it runs out into the picture on wide ways.' }
  }
  const rings = ringsOf(grown(shape, UNDER), at)
  if (!rings) return { why: 'Nothing is closed in here.' }
  const points = thinned(rings, 0.4).flatMap(v => [v.x / scale + room.x, v.y / scale + room.y, 1])
  return {
    ...{ schema: 1, colour, width: 1, pressure: false, fill: true, points },
    ...((strength ?? 1) < 1 ? { strength } : {}),
  }
}

/** The outline of a shape on the grid around a point, its holes cut in. */
function ringsOf(shape: Grid, at: Vec): Vec[] | null {
  const [found] = contours().size([shape.width, shape.height]).thresholds([0.5])([...shape.cells])
  const polygon = found?.coordinates.find(([outer]) => outer && inside(outer.flat(), { x: at.x, y: at.y }))
  if (!polygon) return null
  const [outer, ...holes] = polygon.map(ring => ring.map(([x, y]) => ({ x: x!, y: y! })))
  return outer ? oneRing(outer, holes) : null
}
