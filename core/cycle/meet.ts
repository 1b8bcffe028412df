/** The greatest common divisor of two whole numbers from 1 on (Euclid, Elements VII.2). */
export function gcd(a: number, b: number): number {
  let [x, y] = [a, b]
  while (y) [x, y] = [y, x % y]
  return x
}

/** After how many frames cycles of these lengths, begun together, begin together again (Elements VII.34, 36). */
export const meetAfter = (lengths: readonly number[]): number => lengths.reduce((all, n) => (all / gcd(all, n)) * n, 1)

/** A cycle in time: the frame on which it begins, and how many frames a round takes. */
export interface Round {
  readonly from: number
  readonly frames: number
}

/**
 * The first frame on which a round of each of two cycles begins, when both have begun; null where that never comes (their
 * beginnings lie apart by no multiple of what divides both).
 */
export function meetOn(a: Round, b: Round): number | null {
  const apart = b.from - a.from
  const common = gcd(a.frames, b.frames)
  if (apart % common !== 0) return null
  const [start, end] = [Math.max(a.from, b.from), Math.max(a.from, b.from) + meetAfter([a.frames, b.frames])]
  const first = a.from + Math.ceil((start - a.from) / a.frames) * a.frames
  for (let f = first; f < end; f += a.frames) if ((f - b.from) % b.frames === 0) return f
  return null
}

/** How many rounds of a cycle there are to a frame, and how many frames of one that is begun are left over. */
export function roundsTo({ from, frames }: Round, last: number): { rounds: number; over: number } {
  const there = Math.max(0, last - from + 1)
  return { rounds: Math.floor(there / frames), over: there % frames }
}
