import type { Loudness } from '../sound'
import type { Rate } from '../time'
import { frameStart } from '../time'

/** A stretch of time, seconds of the shot. */
export interface Stretch {
  readonly start: number
  readonly end: number
}

/** Silence of fewer frames than that is within a word: the stop of a P or T. */
const WITHIN = 3

/** The stretches of some frames on which something is heard. `loudness` is of the frames from `first` on. */
export function heardIn(loudness: readonly Loudness[], first: number, r: Rate): Stretch[] {
  const out: { from: number; to: number }[] = []
  for (const [i, l] of loudness.entries()) {
    if (l === 'silent') continue
    const before = out.at(-1)
    if (before && i - before.to <= WITHIN) before.to = i + 1
    else out.push({ from: i, to: i + 1 })
  }
  return out.map(({ from, to }) => ({ start: frameStart(first + from, r), end: frameStart(first + to, r) }))
}

/**
 * When each of some words is said, by how long they usually are (in any unit): spread over the stretches on which
 * something is heard, none across a silence; over all of `within` where nothing is.
 */
export function spreadWords(lengths: readonly number[], heard: readonly Stretch[], within: Stretch): Stretch[] {
  const stretches = heard.length ? heard : [within]
  const total = sum(lengths)
  const time = sum(stretches.map(s => s.end - s.start))
  if (!(total > 0)) return []
  // A word belongs to the stretch in which its middle falls when silence is left out.
  const ends = stretches.map((_, k) => sum(stretches.slice(0, k + 1).map(s => s.end - s.start)))
  let passed = 0
  const homes = lengths.map(length => {
    const middle = ((passed + length / 2) / total) * time
    passed += length
    const home = ends.findIndex(end => middle < end)
    return home < 0 ? stretches.length - 1 : home
  })
  return lengths.map((length, i) => {
    const { start, end } = stretches[homes[i]!]!
    const here = (to: number): number => sum(lengths.filter((_, k) => homes[k] === homes[i] && k < to))
    const scale = (end - start) / here(lengths.length)
    return { start: start + here(i) * scale, end: start + (here(i) + length) * scale }
  })
}

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0)
