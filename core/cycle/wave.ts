import type { Vec } from '../motion'
import { distance } from '../motion'

/** A wave along an edge that is held at one end. */
export interface Wave {
  /** How far the loose end goes to either side, px, and from one crest to the next along the edge, px. */
  readonly amplitude: number
  readonly wavelength: number
  /** It runs from the end that is held to the loose one; otherwise back. */
  readonly outward: boolean
  /** How it grows towards the loose end: with the share of the way to this power; 0 is the same everywhere. */
  readonly grows: number
}

/**
 * How far a wave takes a point aside, px: `s` px along an edge of length `length`, at a phase from 0 to 1 of its round.
 * A travelling wave, A (s / L)^g sin 2π (s / λ ∓ t).
 */
export function waveAt(
  { amplitude, wavelength, outward, grows }: Wave,
  s: number,
  length: number,
  phase: number,
): number {
  const share = length > 0 ? Math.max(0, Math.min(1, s / length)) : 0
  const grown = grows === 0 ? 1 : share ** grows
  return amplitude * grown * Math.sin(2 * Math.PI * (s / wavelength + (outward ? -phase : phase)))
}

/** The phases of so many drawings of one round, from 0. */
export const wavePhases = (drawings: number): number[] => Array.from({ length: drawings }, (_, i) => i / drawings)

/** How far along a line each of its points is, px. */
export function alongLine(line: readonly Vec[]): number[] {
  let at = 0
  return line.map((p, i) => (i === 0 ? 0 : (at += distance(line[i - 1]!, p))))
}

/** An edge at rest, from the end that is held to the loose one. */
export class Edge {
  private readonly at: number[]
  readonly length: number

  constructor(private readonly line: readonly Vec[]) {
    this.at = alongLine(line)
    this.length = this.at.at(-1) ?? 0
  }

  /** Where on the edge a point is nearest: how far along, px, and the direction across the edge there. */
  private nearest(p: Vec): { s: number; across: Vec } {
    let best = { s: 0, across: { x: 0, y: 1 }, far: Infinity }
    for (let i = 1; i < this.line.length; i++) {
      const [a, b] = [this.line[i - 1]!, this.line[i]!]
      const [dx, dy] = [b.x - a.x, b.y - a.y]
      const long = Math.hypot(dx, dy)
      if (long === 0) continue
      const u = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (long * long)))
      const far = Math.hypot(a.x + u * dx - p.x, a.y + u * dy - p.y)
      if (far < best.far) best = { s: this.at[i - 1]! + u * long, across: { x: -dy / long, y: dx / long }, far }
    }
    return best
  }

  /** A point as the wave has it at a phase: taken aside as what is nearest to it on the edge. */
  waved(wave: Wave, phase: number): (p: Vec) => Vec {
    return p => {
      const { s, across } = this.nearest(p)
      const by = waveAt(wave, s, this.length, phase)
      return { x: p.x + across.x * by, y: p.y + across.y * by }
    }
  }
}

/**
 * The directions (radians, as seen) of lengths that hang together from a point, so that they lie along the edge as the wave
 * has it at a phase: each ends on it, or points to it.
 */
export function wavedChain(
  start: Vec,
  lengths: readonly number[],
  rest: readonly number[],
  wave: Wave,
  phase: number,
): number[] {
  const line = [start]
  lengths.forEach((l, i) => {
    const from = line.at(-1)!
    line.push({ x: from.x + l * Math.cos(rest[i]!), y: from.y + l * Math.sin(rest[i]!) })
  })
  const waved = new Edge(line).waved(wave, phase)
  let at = start
  return lengths.map((l, i) => {
    const to = waved(line[i + 1]!)
    const direction = Math.atan2(to.y - at.y, to.x - at.x)
    at = { x: at.x + l * Math.cos(direction), y: at.y + l * Math.sin(direction) }
    return direction
  })
}
