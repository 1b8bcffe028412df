import type { PDFName, PDFOperator, PDFPage } from 'pdf-lib'
import {
  appendBezierCurve,
  clip,
  closePath,
  concatTransformationMatrix,
  drawObject,
  endPath,
  fill,
  fillAndStroke,
  lineTo,
  moveTo,
  popGraphicsState,
  pushGraphicsState,
  setFillingRgbColor,
  setGraphicsState,
  setLineCap,
  setLineJoin,
  setLineWidth,
  setStrokingRgbColor,
  stroke,
} from 'pdf-lib'
import type { Affine } from '#core/motion'
import type { Layer, Mark, Palette, Region } from '#core/picture'
import { grown, SEAM } from '#core/picture'

const r = (n: number): number => Math.round(n * 100) / 100
const rgb = (colour: string): [number, number, number] => {
  const n = Number.parseInt(colour.slice(1, 7), 16)
  return [n >> 16, (n >> 8) & 255, n & 255].map(k => Math.round((k / 255) * 1000) / 1000) as [number, number, number]
}
export const filling = (colour: string): PDFOperator => setFillingRgbColor(...rgb(colour))
export const stroking = (colour: string): PDFOperator => setStrokingRgbColor(...rgb(colour))
export const mapped = (m: Affine): PDFOperator =>
  concatTransformationMatrix(
    ...(m.map(k => Math.round(k * 1e6) / 1e6) as [number, number, number, number, number, number]),
  )

/** Flat points as a path. */
function path(points: readonly number[], { closed }: { closed: boolean }): PDFOperator[] {
  const out = [moveTo(r(points[0]!), r(points[1]!))]
  for (let i = 2; i + 1 < points.length; i += 2) out.push(lineTo(r(points[i]!), r(points[i + 1]!)))
  if (closed) out.push(closePath())
  return out
}

/** How far the handles of a quarter of a circle are from its ends, for a radius of 1. */
const KAPPA = (4 / 3) * (Math.SQRT2 - 1)

/** An ellipse as four Bézier curves. */
export function ellipse(at: { x: number; y: number }, rx: number, ry: number, turn = 0): PDFOperator[] {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const p = (x: number, y: number): [number, number] => [
    r(at.x + x * rx * cos - y * ry * sin),
    r(at.y + x * rx * sin + y * ry * cos),
  ]
  const corners: [number, number][] = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ]
  const out = [moveTo(...p(1, 0))]
  corners.forEach(([x, y], i) => {
    const [nx, ny] = corners[(i + 1) % 4]!
    out.push(
      appendBezierCurve(...p(x + nx * KAPPA, y + ny * KAPPA), ...p(nx + x * KAPPA, ny + y * KAPPA), ...p(nx, ny)),
    )
  })
  out.push(closePath())
  return out
}

/** What is drawn from now on is seen inside a region only. */
export const cut = (region: Region): PDFOperator[] => [
  ...region.flatMap(ring => path(ring, { closed: true })),
  clip(),
  endPath(),
]

/** Gives what a page calls a picture, or a strength (0 to 1); null for a picture that is missing. */
export interface Resources {
  readonly picture: (file: string) => PDFName | null
  readonly strength: (share: number) => PDFName
}

/** A picture in a box around 0, 0, upright in a space whose y goes down. */
function placed(name: PDFName, width: number, height: number): PDFOperator[] {
  return [
    pushGraphicsState(),
    concatTransformationMatrix(width, 0, 0, -height, -width / 2, height / 2),
    drawObject(name),
    popGraphicsState(),
  ]
}

function pictureMark(m: Extract<Mark, { kind: 'image' | 'bent' }>, has: Resources): PDFOperator[] {
  const name = has.picture(m.file)
  if (!name) return []
  const inside = (at: Affine, corners: readonly number[] | null): PDFOperator[] => [
    pushGraphicsState(),
    ...(corners ? [...path(grown(corners, SEAM), { closed: true }), clip(), endPath()] : []),
    mapped(at),
    ...placed(name, m.width, m.height),
    popGraphicsState(),
  ]
  return m.kind === 'image' ? inside(m.at, null) : m.pieces.flatMap(p => inside(p.at, p.corners))
}

function markOf(m: Mark, palette: Palette, has: Resources, strength: number): PDFOperator[] {
  if (m.kind === 'image' || m.kind === 'bent') return pictureMark(m, has)
  if (m.kind === 'stroke') {
    if (m.outline.length < 6) return []
    const share = strength * (m.strength ?? 1)
    const drawn = [filling(m.colour), ...path(m.outline, { closed: true }), fill()]
    return m.strength === undefined
      ? drawn
      : [pushGraphicsState(), setGraphicsState(has.strength(share)), ...drawn, popGraphicsState()]
  }
  const shape = m.kind === 'line' ? path(m.points, m) : ellipse(m.at, m.rx, m.ry, m.turn)
  const how = m.fill ? [filling(palette[m.fill]), stroking(palette[m.ink])] : [stroking(palette[m.ink])]
  return [...how, setLineWidth(r(m.width)), ...shape, m.fill ? fillAndStroke() : stroke()]
}

/** The outlines of a mark only, in the colour that is set. */
function outlineOf(m: Mark): PDFOperator[] {
  if (m.kind === 'ellipse') return [...ellipse(m.at, m.rx, m.ry, m.turn), stroke()]
  const points = m.kind === 'stroke' ? m.outline : m.kind === 'line' ? m.points : m.kind === 'bent' ? m.rim : []
  if (points.length < 4) return []
  return [...path(points, { closed: m.kind !== 'line' || m.closed }), stroke()]
}

/** How wide outlines are, pt. */
const OUTLINE = 0.7

/** A layer in px of the picture; `scale` is how many pt a px has. With a tint only its outlines are drawn. */
export function layerOperators(layer: Layer, has: Resources, { tint, scale }: { tint: string | null; scale: number }) {
  const out: PDFOperator[] = [pushGraphicsState(), setLineCap(1), setLineJoin(1)]
  for (const region of layer.cut ?? []) out.push(...cut(region))
  if (layer.at) out.push(mapped(layer.at))
  if (tint) {
    out.push(stroking(tint), setLineWidth(r(OUTLINE / scale)))
    for (const m of layer.marks) out.push(...outlineOf(m))
  } else {
    if (layer.strength < 1) out.push(setGraphicsState(has.strength(layer.strength)))
    for (const m of layer.marks) out.push(...markOf(m, layer.palette, has, layer.strength))
  }
  out.push(popGraphicsState())
  return out
}

export type { PDFPage }
