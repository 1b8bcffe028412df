import type { Draft } from '#core/commands'
import type { Sound } from '#core/document'
import type { Rate } from '#core/time'
import { frameOfSample, momentOf, sampleAt, sampleOf, SOUND_CLOCK } from '#core/time'
import { newId } from '~/sync/ids'

/** So much of a sound is always left, samples: a hundredth of a second. */
export const LEAST_LEFT = SOUND_CLOCK / 100

/** A file of sound that was decoded: its name, the hash of its bytes, how long it is, samples. */
export interface SoundIn {
  readonly name: string
  readonly file: string
  readonly samples: number
}

/** A new sound from a frame on: all of it, or from one of its samples on. */
export function soundDraft(
  plan: string,
  { name, file, samples }: SoundIn,
  frame: number,
  from = 0,
): { id: string; draft: Draft } {
  const id = newId()
  const sound: Sound = {
    ...{ id, file, samples, frame, name: name.trim().slice(0, 80) || 'Sound' },
    ...{ offset: 0, from, to: samples, gain: 0 },
  }
  return { id, draft: { name: 'sound.add', args: { plan, sound } } }
}

export const setDraft = (plan: string, { id }: Sound, set: Partial<Sound>): Draft => ({
  name: 'sound.set',
  args: { plan, sound: id, set },
})

/** The sound some samples later (or earlier, to the beginning of the shot). */
export const moved = (sound: Sound, by: number, r: Rate): Pick<Sound, 'frame' | 'offset'> =>
  momentOf(Math.max(0, sampleAt(sound, r) + by), r)

/** The sound begun some samples later (or earlier) in itself: what is left of it stays where it is heard. */
export function begunLater(sound: Sound, by: number, r: Rate): Pick<Sound, 'frame' | 'offset' | 'from'> {
  const start = sampleAt(sound, r)
  const delta = Math.max(-sound.from, -start, Math.min(by, sound.to - sound.from - LEAST_LEFT))
  return { ...momentOf(start + delta, r), from: sound.from + delta }
}

/** The sound ended some samples later (or earlier). */
export const endedLater = ({ from, to, samples }: Sound, by: number): Pick<Sound, 'to'> => ({
  to: Math.max(Math.min(from + LEAST_LEFT, samples), Math.min(samples, to + by)),
})

/** The frames on which a sound's beats are heard, in order, each once. */
export const beatFramesOf = (sound: Sound, r: Rate): number[] => [
  ...new Set(beatsHeard(sound).map(b => frameOfSample(sampleAt(sound, r) + b - sound.from, r))),
]
/** The beats of what is heard of a sound. */
export const beatsHeard = ({ beats = [], from, to }: Sound): number[] => beats.filter(b => b >= from && b < to)

/** The sample of a sound with which a frame begins; null where the sound is not heard then. */
export function sampleIn(sound: Sound, frame: number, r: Rate): number | null {
  const at = sound.from + sampleOf(frame, r) - sampleAt(sound, r)
  return at >= sound.from && at < sound.to ? at : null
}

export const beatsDraft = (plan: string, { id, file }: Sound, put: number[], taken: number[]): Draft => ({
  name: 'sound.beats',
  args: { plan, sound: id, file, put, taken },
})
