import type { Plan, Sound } from '#core/document'
import type { Rate } from '#core/time'
import { frameOfSample, sampleAt } from '#core/time'

/** A sound as it lies beside the frames: its place among those that are heard at the same time. */
export interface LaidSound {
  readonly sound: Sound
  /** What is heard of it: from a sample of the shot to before another. */
  readonly start: number
  readonly end: number
  /** The frames that it is heard on. */
  readonly first: number
  readonly last: number
  /** Of so many lanes, from 0. */
  readonly lane: number
  readonly lanes: number
}

/** The sounds of a plan in the order in which they begin. */
export const soundsIn = (sounds: Plan['sounds'], rate: Rate): readonly Sound[] =>
  Object.values(sounds ?? {}).sort((a, b) => sampleAt(a, rate) - sampleAt(b, rate) || (a.id < b.id ? -1 : 1))

/** Sounds side by side where they are heard at the same time, else each as wide as all. */
export function laidSounds(sounds: readonly Sound[], rate: Rate): LaidSound[] {
  const out: LaidSound[] = []
  let group: Omit<LaidSound, 'lanes'>[] = []
  let until = Number.NEGATIVE_INFINITY
  const close = (): void => {
    const lanes = 1 + Math.max(-1, ...group.map(g => g.lane))
    out.push(...group.map(g => ({ ...g, lanes })))
    group = []
  }
  for (const sound of sounds) {
    const start = sampleAt(sound, rate)
    const end = start + sound.to - sound.from
    if (start >= until) close()
    const taken = new Set(group.filter(g => g.end > start).map(g => g.lane))
    let lane = 0
    while (taken.has(lane)) lane++
    group.push({ sound, start, end, first: frameOfSample(start, rate), last: frameOfSample(end - 1, rate), lane })
    until = Math.max(until, end)
  }
  close()
  return out
}
