import { median } from './row'

/** How long something takes, ms. */
export function timed(does: () => void): number {
  const began = performance.now()
  does()
  return performance.now() - began
}

/** The median times of two things that take turns, ms, after both were warmed up. */
export function inTurns(one: () => void, other: () => void, rounds: number): readonly [number, number] {
  for (let i = 0; i < 3; i++) {
    one()
    other()
  }
  const [ours, theirs] = [[] as number[], [] as number[]]
  for (let i = 0; i < rounds; i++) {
    ours.push(timed(one))
    theirs.push(timed(other))
  }
  return [median(ours), median(theirs)]
}
