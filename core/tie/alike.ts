import type { Measured } from './line'
import { SAMPLES } from './line'

/** What it costs that a stroke stays alone: a pair that is dearer than two that stay alone is none. */
export const ALONE = 0.8
/** A pair that must not be. */
export const NEVER = 1e6

/** The similarity that a drawing, or a part of it, is laid on another one with: z → scale · e^(i·turn) · z + (x, y). */
export interface Laying {
  readonly turn: number
  readonly scale: number
  readonly x: number
  readonly y: number
}

export const LYING: Laying = { turn: 0, scale: 1, x: 0, y: 0 }

/** How a line lies on another: turned by so much, along it or the other way round, and (closed ones) begun elsewhere. */
export interface Fit {
  /** How alike they are, whatever their place, size and turn: 1 is the same shape. */
  readonly likeness: number
  readonly turn: number
  readonly reversed: boolean
  /** The first sample of the first lies on this one of the second. */
  readonly shift: number
  /** How alike they are the other way round. */
  readonly other: number
}

const ROUND = 2 * Math.PI
/** An angle between −π and π. */
export const wrapped = (angle: number): number => angle - ROUND * Math.round(angle / ROUND)

/** Lines smaller than this are dots, px: they have no shape. */
const DOT = 0.75

/** What the samples of two lines give, multiplied in complex numbers: along, and (behind it) the other way round. */
const product = new Float64Array(4)
function multiply(a: Measured, b: Measured, shift: number): void {
  const [ax, ay, bx, by] = [a.sampleX, a.sampleY, b.sampleX, b.sampleY]
  let [re, im, backRe, backIm] = [0, 0, 0, 0]
  for (let i = 0; i < SAMPLES; i++) {
    const [x, y] = [ax[i]!, ay[i]!]
    const k = (i + shift) % SAMPLES
    const l = (SAMPLES - 1 - i + shift) % SAMPLES
    re += x * bx[k]! + y * by[k]!
    im += x * by[k]! - y * bx[k]!
    backRe += x * bx[l]! + y * by[l]!
    backIm += x * by[l]! - y * bx[l]!
  }
  product[0] = re
  product[1] = im
  product[2] = backRe
  product[3] = backIm
}

/**
 * The best fit of one line on another by the turn that lays its samples nearest (least squares over rotations, in
 * complex numbers): of two ways that fit as well the one that turns less from `about`.
 */
export function fitOf(a: Measured, b: Measured, about: number): Fit {
  if (a.norm < DOT || b.norm < DOT) {
    const likeness = a.norm < DOT && b.norm < DOT ? 1 : 0.5
    return { likeness, turn: about, reversed: false, shift: 0, other: likeness }
  }
  const norms = a.norm * b.norm
  const shifts = a.closed && b.closed ? SAMPLES : 1
  const best = { likeness: 0, turn: about, reversed: false, shift: 0 }
  let least = Infinity
  const most = [0, 0]
  for (let shift = 0; shift < shifts; shift++) {
    multiply(a, b, shift)
    for (let way = 0; way < 2; way++) {
      const [re, im] = [product[2 * way]!, product[2 * way + 1]!]
      const likeness = Math.sqrt(re * re + im * im) / norms
      const turn = Math.atan2(im, re)
      most[way] = Math.max(most[way]!, likeness)
      const dear = dearness(likeness, turn, about)
      if (dear >= least) continue
      least = dear
      best.likeness = likeness
      best.turn = turn
      best.reversed = way === 1
      best.shift = shift
    }
  }
  return { ...best, other: most[best.reversed ? 0 : 1]! }
}

/** What shape and turn cost together. */
const dearness = (likeness: number, turn: number, about: number): number =>
  1.5 * (1 - likeness) + (0.5 * Math.abs(wrapped(turn - about))) / Math.PI

/** What two drawings, or two of their parts, are compared by. */
export interface Scale {
  /** How large they are, px: places are told as shares of it. */
  readonly size: number
  readonly laying: Laying
  /** How many lines each has. */
  readonly counts: readonly [number, number]
}

/** Where the middle of a line lies after the first drawing was laid on the second. */
export function laidOn({ turn, scale, x, y }: Laying, cx: number, cy: number): [number, number] {
  const [c, s] = [Math.cos(turn) * scale, Math.sin(turn) * scale]
  return [c * cx - s * cy + x, s * cx + c * cy + y]
}

/** How dear place and length, and how dear another colour, one that is closed and one that is not. */
const [PLACE, LENGTH, COLOUR, CLOSED] = [1 / 0.35, 0.5, 0.35, 0.3]
/** Only between equals does the order of drawing count. */
const ORDER = 1e-4

/** What place, length, colour and order cost: what is cheap to tell. */
function plainCost(a: Measured, b: Measured, s: Scale, i: number, j: number): number {
  if (a.fill !== b.fill) return NEVER
  const [x, y] = laidOn(s.laying, a.cx, a.cy)
  const place = (PLACE * Math.sqrt((b.cx - x) ** 2 + (b.cy - y) ** 2)) / s.size
  const length = LENGTH * Math.abs(Math.log((a.length * s.laying.scale + 2) / (b.length + 2)))
  const colour = a.line.stroke.colour === b.line.stroke.colour ? 0 : COLOUR
  const order = ORDER * Math.abs((i + 0.5) / s.counts[0] - (j + 0.5) / s.counts[1])
  return place + length + colour + (a.closed === b.closed ? 0 : CLOSED) + order
}

/**
 * What it costs that line `a` of the first becomes line `b` of the second: place, length, shape (turning along its
 * length), direction, colour; which way round they were drawn does not count, their order only between equals.
 */
export function costOf(a: Measured, b: Measured, s: Scale, i: number, j: number): number {
  const plain = plainCost(a, b, s, i, j)
  if (plain >= 2 * ALONE) return plain
  const fit = fitOf(a, b, s.laying.turn)
  return plain + dearness(fit.likeness, fit.turn, s.laying.turn)
}
