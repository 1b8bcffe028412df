import type { Stroke } from '../stroke'
import type { Line } from './line'

/** A stroke through points, with pressures that change along it. */
export const strokeOf = (points: readonly (readonly [number, number])[], more: Partial<Stroke> = {}): Stroke => ({
  schema: 1,
  colour: '#223344',
  width: 4,
  pressure: true,
  points: points.flatMap(([x, y], i) => [x, y, 0.3 + (0.5 * i) / points.length]),
  ...more,
})

export const lineOf = (
  id: string,
  points: readonly (readonly [number, number])[],
  { part = null, ...more }: Partial<Stroke> & { part?: string | null } = {},
): Line => ({ id, part, stroke: strokeOf(points, more) })

/** A line through the same points mapped. */
export const mappedLine = (line: Line, f: (x: number, y: number) => readonly [number, number], id = line.id): Line => {
  const points = [...line.stroke.points]
  for (let i = 0; i < points.length; i += 3) [points[i], points[i + 1]] = f(points[i]!, points[i + 1]!)
  return { ...line, id, stroke: { ...line.stroke, points } }
}

export const turnedAbout =
  (cx: number, cy: number, angle: number) =>
  (x: number, y: number): readonly [number, number] => [
    cx + Math.cos(angle) * (x - cx) - Math.sin(angle) * (y - cy),
    cy + Math.sin(angle) * (x - cx) + Math.cos(angle) * (y - cy),
  ]

export const backward = (line: Line): Line => {
  const out: number[] = []
  const { points } = line.stroke
  for (let i = points.length - 3; i >= 0; i -= 3) out.push(points[i]!, points[i + 1]!, points[i + 2]!)
  return { ...line, stroke: { ...line.stroke, points: out } }
}

/** A number generator with a seed (mulberry32, from memory), 0 to 1. */
export function numbers(seed: number): () => number {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** A wavy line from a place, different for every seed. */
export function wavy(
  seed: number,
  at: readonly [number, number],
  { points = 24, length = 120 } = {},
): [number, number][] {
  const next = numbers(seed)
  let [x, y, direction] = [at[0], at[1], next() * 2 * Math.PI]
  const bend = (next() - 0.5) * 0.3
  return Array.from({ length: points }, () => {
    const here: [number, number] = [x, y]
    direction += bend + (next() - 0.5) * 0.25
    x += (Math.cos(direction) * length) / points
    y += (Math.sin(direction) * length) / points
    return here
  })
}

/** A drawing of wavy lines spread over a picture. */
export function scribble(seed: number, count: number, size = 600, points = 24): Line[] {
  const next = numbers(seed * 977)
  return Array.from({ length: count }, (_, i) =>
    lineOf(`s${i}`, wavy(seed * 1000 + i, [next() * size, next() * size], { points, length: 40 + next() * 160 })),
  )
}

/** The flat points of a stroke as pairs. */
export const pairsOf = (stroke: Stroke): [number, number][] => {
  const out: [number, number][] = []
  for (let i = 0; i < stroke.points.length; i += 3) out.push([stroke.points[i]!, stroke.points[i + 1]!])
  return out
}

/** How far the points of one stroke are from the line of another at most, px. */
export function farthest(a: Stroke, b: Stroke): number {
  const to = pairsOf(b)
  return Math.max(
    ...pairsOf(a).map(([x, y]) => {
      let least = to.length === 1 ? Math.hypot(x - to[0]![0], y - to[0]![1]) : Infinity
      for (let i = 1; i < to.length; i++) {
        const [[px, py], [qx, qy]] = [to[i - 1]!, to[i]!]
        const squared = (qx - px) ** 2 + (qy - py) ** 2
        const t = squared ? Math.max(0, Math.min(1, ((x - px) * (qx - px) + (y - py) * (qy - py)) / squared)) : 0
        least = Math.min(least, Math.hypot(x - px - t * (qx - px), y - py - t * (qy - py)))
      }
      return least
    }),
  )
}
