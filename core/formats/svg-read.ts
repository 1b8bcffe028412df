import { color as parseColour } from 'd3-color'
import type { Affine, Vec } from '../motion'
import { after, growth, SAME } from '../motion'
import type { Stroke } from '../stroke'
import { inside, MAX_POINTS, oneRing } from '../stroke'
import type { Line, Reading } from './svg-lines'
import { leave, linesOf } from './svg-lines'
import type { Node } from './svg-nodes'
import { numberOf, nodesIn, pxOf, refusal, TooMuch } from './svg-nodes'

/** More elements than this are not read. */
const MOST_ELEMENTS = 20_000
/** Farther from the origin than this nothing is taken, px. */
const FAR = 5e4

/**
 * What was read of an SVG: its size in px, its strokes in that space, from back to front, and what did not enter, in
 * words.
 */
export interface SvgRead {
  readonly ok: true
  readonly width: number
  readonly height: number
  readonly strokes: readonly Stroke[]
  /** Its layers from back to front, with the same strokes; none where it has not two groups with names. */
  readonly layers: readonly SvgLayer[]
  readonly left: readonly string[]
  /** It shows things that are no strokes (text, pictures, gradients, effects): it is seen whole as a picture only. */
  readonly more: boolean
}
export interface SvgLayer {
  readonly name: string
  readonly strokes: readonly Stroke[]
}
export type SvgOutcome = SvgRead | { readonly ok: false; readonly message: string }

interface Style {
  readonly fill: string
  readonly stroke: string
  readonly width: number
  readonly shown: boolean
}

/** Elements that never enter, those that are only definitions, and those that are no strokes. */
const NEVER = new Set([
  'script',
  'foreignobject',
  'iframe',
  'object',
  'embed',
  'audio',
  'video',
  'handler',
  'set',
  'animate',
  'animatetransform',
  'animatemotion',
])
const SILENT = new Set([
  'defs',
  'title',
  'desc',
  'metadata',
  'style',
  'clippath',
  'mask',
  'symbol',
  'marker',
  'pattern',
  'lineargradient',
  'radialgradient',
  'filter',
])
const PICTORIAL = new Set(['image', 'text', 'use', 'tspan', 'textpath'])
const GROUPS = new Set(['svg', 'g', 'a', 'switch'])

/**
 * Reads an SVG (W3C SVG 2) as strokes. Lines and outlines become strokes, filled shapes become flat shapes; everything
 * that could do something (scripts, links, foreign objects, entities) stays outside. Nothing is fetched and nothing is
 * run.
 */
export function readSvg(text: string): SvgOutcome {
  const fault = refusal(text)
  if (fault) return { ok: false, message: fault }
  let root: Node | undefined
  try {
    root = nodesIn(text).find(n => n.name === 'svg')
  } catch {
    return { ok: false, message: 'It is no whole XML: its beginning and its end do not fit.' }
  }
  if (!root) return { ok: false, message: 'There is no svg element in it.' }
  const size = sizeOf(root)
  if (!size) return { ok: false, message: 'It says neither its size nor its viewBox in numbers.' }
  const reading: Reading = {
    ...{ strokes: [], left: new Map(), more: false, elements: 0, points: 0 },
    ...{ layered: layeredIn(root), children: [] },
  }
  try {
    walk(root, size.map, { fill: '#000000', stroke: 'none', width: 1, shown: true }, reading)
  } catch (error) {
    if (error instanceof TooMuch) return { ok: false, message: error.message }
    throw error
  }
  const left = [...reading.left].map(([what, n]) => (n > 1 ? `${what} (${n})` : what))
  const { width, height } = size
  return { ok: true, width, height, strokes: reading.strokes, layers: layersOf(reading), left, more: reading.more }
}

/** The element whose groups are layers: the root, or the one group that everything is in. */
function layeredIn(root: Node): Node {
  const seen = root.children.filter(c => !SILENT.has(c.name))
  return seen.length === 1 && seen[0]!.name === 'g' ? layeredIn(seen[0]!) : root
}

/** What a group is called: by a label of its own, else by its id; nothing where it has neither. */
const nameOf = ({ name, attributes: a }: Node): string =>
  name === 'g' ? (a.label ?? a['aria-label'] ?? a.id ?? '').trim() : ''

/** Groups with names, and what lies loose between them. */
function layersOf({ children }: Reading): SvgLayer[] {
  if (children.filter(c => nameOf(c.node)).length < 2) return []
  const out: SvgLayer[] = []
  let loose = false
  for (const { node, strokes } of children) {
    const name = nameOf(node)
    if (!name && loose) out.push({ name: 'Loose', strokes: [...out.pop()!.strokes, ...strokes] })
    else out.push({ name: name || 'Loose', strokes })
    loose = !name
  }
  return out
}

function sizeOf(root: Node): { width: number; height: number; map: Affine } | null {
  const box = (root.attributes.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(numberOf)
  const whole = box.length === 4 && box.every(n => n !== null) && box[2]! > 0 && box[3]! > 0 ? (box as number[]) : null
  const [width, height] = [
    pxOf(root.attributes.width) ?? whole?.[2] ?? null,
    pxOf(root.attributes.height) ?? whole?.[3] ?? null,
  ]
  if (width === null || height === null || width <= 0 || height <= 0 || width > FAR || height > FAR) return null
  // The view box is fitted whole and in the middle (preserveAspectRatio xMidYMid meet, as SVG does where nothing is
  // said).
  const k = whole ? Math.min(width / whole[2]!, height / whole[3]!) : 1
  const map: Affine = whole
    ? [k, 0, 0, k, (width - whole[2]! * k) / 2 - whole[0]! * k, (height - whole[3]! * k) / 2 - whole[1]! * k]
    : SAME
  return { width, height, map }
}

function walk(node: Node, map: Affine, inherited: Style, r: Reading): void {
  if (++r.elements > MOST_ELEMENTS) throw new TooMuch(`It has more than ${MOST_ELEMENTS} elements.`)
  if (NEVER.has(node.name)) return leave(r, `an element “${node.name}”`)
  if (SILENT.has(node.name)) return
  if (PICTORIAL.has(node.name)) {
    r.more = true
    return leave(r, `an element “${node.name}”`)
  }
  const style = styleOf(node, inherited)
  if (!style.shown) return
  if (node.attributes.filter || node.attributes.mask || node.attributes['clip-path']) r.more = true
  const here = node.attributes.transform ? after(map, transformOf(node.attributes.transform)) : map
  if (!here.every(n => Number.isFinite(n) && Math.abs(n) < 1e7)) return leave(r, 'a transform of huge numbers')
  if (GROUPS.has(node.name)) {
    if (node.name === 'a') leave(r, 'a link (what is in it was taken)')
    for (const child of node.children) {
      const before = r.strokes.length
      walk(child, here, style, r)
      if (node === r.layered && r.strokes.length > before)
        r.children.push({ node: child, strokes: r.strokes.slice(before) })
    }
    return
  }
  const lines = linesOf(node, here, r)
  if (lines) take(lines, style, growth(here), r)
}

/**
 * What is said of painting, by attributes or a style attribute; anything that is not a plain colour is not taken over.
 */
function styleOf({ attributes }: Node, inherited: Style): Style {
  const said = new Map<string, string>(Object.entries(attributes))
  for (const part of (attributes.style ?? '').split(';')) {
    const [name, value] = part.split(':')
    if (name && value) said.set(name.trim(), value.trim())
  }
  const shown =
    inherited.shown &&
    said.get('display') !== 'none' &&
    said.get('visibility') !== 'hidden' &&
    numberOf(said.get('opacity')) !== 0
  return {
    fill: said.get('fill') ?? inherited.fill,
    stroke: said.get('stroke') ?? inherited.stroke,
    width: numberOf(said.get('stroke-width')) ?? inherited.width,
    shown,
  }
}

/** A list of transforms (CSS Transforms Level 1, SVG syntax) as one map. */
export function transformOf(text: string): Affine {
  let out: Affine = SAME
  for (const [, name, list] of text.slice(0, 2000).matchAll(/([a-zA-Z]+)\s*\(([^)]*)\)/g)) {
    const [a = 0, b, c, d, e, f] = list!
      .trim()
      .split(/[\s,]+/)
      .map(n => numberOf(n) ?? Number.NaN)
    const turn = (a * Math.PI) / 180
    const one: Affine | null =
      name === 'matrix'
        ? [a, b ?? 0, c ?? 0, d ?? 0, e ?? 0, f ?? 0]
        : name === 'translate'
          ? [1, 0, 0, 1, a, b ?? 0]
          : name === 'scale'
            ? [a, 0, 0, b ?? a, 0, 0]
            : name === 'rotate'
              ? after(
                  after(
                    [1, 0, 0, 1, b ?? 0, c ?? 0],
                    [Math.cos(turn), Math.sin(turn), -Math.sin(turn), Math.cos(turn), 0, 0],
                  ),
                  [1, 0, 0, 1, -(b ?? 0), -(c ?? 0)],
                )
              : name === 'skewX'
                ? [1, 0, Math.tan(turn), 1, 0, 0]
                : name === 'skewY'
                  ? [1, Math.tan(turn), 0, 1, 0, 0]
                  : null
    if (one) out = after(out, one)
  }
  return out
}

/** Lines as strokes: flat shapes where they are filled, pencil strokes where they are drawn. */
function take(lines: readonly Line[], style: Style, grows: number, r: Reading): void {
  const good = lines.filter(
    l =>
      l.points.length > 1 &&
      l.points.length <= MAX_POINTS &&
      l.points.every(p => Math.abs(p.x) <= FAR && Math.abs(p.y) <= FAR),
  )
  for (let i = good.length; i < lines.filter(l => l.points.length > 1).length; i++)
    leave(r, 'a line that is too long or too far away')
  const [fill, stroke] = [plainColour(style.fill, r), plainColour(style.stroke, r)]
  if (fill)
    for (const ring of ringsOf(good))
      r.strokes.push({
        schema: 1,
        colour: fill,
        width: 1,
        pressure: false,
        fill: true,
        points: ring.flatMap(p => [p.x, p.y, 1]),
      })
  if (!stroke) return
  // A pencil pressed half is 1.6 times as wide as its width says (core/stroke/outline).
  const width = Math.max(0.5, Math.min(200, (style.width * grows) / 1.6))
  for (const { points, closed } of good) {
    const way = closed ? [...points, points[0]!] : points
    r.strokes.push({ schema: 1, colour: stroke, width, pressure: true, points: way.flatMap(p => [p.x, p.y, 0.5]) })
  }
}

/** The closed shapes of some lines; those that lie in a larger one are holes in it. */
function ringsOf(lines: readonly Line[]): Vec[][] {
  const shapes = lines
    .filter(l => l.points.length > 2)
    .map(l => ({ points: l.points, area: Math.abs(areaOf(l.points)) }))
    .sort((a, b) => b.area - a.area)
  const out: { outer: Vec[]; holes: Vec[][] }[] = []
  for (const { points } of shapes) {
    const around = out.find(o =>
      inside(
        o.outer.flatMap(p => [p.x, p.y]),
        points[0]!,
      ),
    )
    if (around) around.holes.push(points)
    else out.push({ outer: points, holes: [] })
  }
  return out.map(({ outer, holes }) =>
    holes.length
      ? oneRing(
          [...outer, outer[0]!],
          holes.map(h => [...h, h[0]!]),
        )
      : outer,
  )
}

const areaOf = (ring: readonly Vec[]): number =>
  ring.reduce((sum, p, i) => {
    const q = ring[(i + 1) % ring.length]!
    return sum + p.x * q.y - q.x * p.y
  }, 0) / 2

/** A colour as #rrggbb; null for none. What is painted by a pattern or a gradient is told, and makes it a picture. */
function plainColour(text: string, r: Reading): string | null {
  const said = text.trim().toLowerCase()
  if (said === 'none' || said === 'transparent' || said === '') return null
  if (said.startsWith('url(')) {
    r.more = true
    leave(r, 'a gradient or pattern')
    return null
  }
  const known = parseColour(said === 'currentcolor' || said === 'inherit' ? '#000000' : said)
  return known && known.opacity > 0 ? known.formatHex().slice(0, 7) : null
}
