import type { Loudness } from '../sound'
import type { Rate } from '../time'
import { frameStart } from '../time'
import type { Heard } from './expose'
import { heardIn } from './spread'

/** Of the loud stretches of a phrase those are stressed that are within so many dB of its loudest. */
const WITHIN = 3
/** What is wide, open and a little open where no word is known: plain sounds that have those mouths. */
const [STRESSED, LOUD, SOFT] = ['AA', 'EH', 'ER'] as const

/**
 * What can be read of a sound without its words: loud stretches, opened for and stressed where they are the loudest of
 * their phrase, and soft ones, opened for a little. Silence is none. `loudness` is of the frames from `first` on; `power`
 * gives the mean square of the sound between two moments, seconds of the shot.
 */
export function heardAloud(
  loudness: readonly Loudness[],
  first: number,
  r: Rate,
  power: (from: number, to: number) => number,
): Heard[] {
  const stretches: { kind: Loudness; from: number; to: number }[] = []
  for (const [i, kind] of loudness.entries()) {
    const before = stretches.at(-1)
    if (before?.kind === kind) before.to = i + 1
    else stretches.push({ kind, from: i, to: i + 1 })
  }
  const start = (i: number): number => frameStart(first + i, r)
  const all = stretches
    .filter(s => s.kind !== 'silent')
    .map(s => ({
      kind: s.kind,
      start: start(s.from),
      end: start(s.to),
      level: level(power(start(s.from), start(s.to))),
    }))
  return heardIn(loudness, first, r).flatMap(phrase => {
    const here = all.filter(s => s.start >= phrase.start - 1e-9 && s.end <= phrase.end + 1e-9)
    const most = Math.max(...here.filter(s => s.kind === 'loud').map(s => s.level))
    return here.map(({ kind, start: from, end, level: dB }): Heard => {
      const stressed = kind === 'loud' && dB >= most - WITHIN
      return { sound: stressed ? STRESSED : kind === 'loud' ? LOUD : SOFT, start: from, end, stress: stressed ? 1 : 0 }
    })
  })
}

const level = (power: number): number => 10 * Math.log10(Math.max(power, 1e-12))
