import { describe, expect, it } from 'vitest'
import { fileHashes, openShot, soundHashes, storeShot } from '../document'
import type { Sound } from '../document'
import { rate, sampleAt } from '../time'
import { done, PLAN, planned, refusal, undone } from './fixture.test-helper'

const file = 'c'.repeat(64)
const sound: Sound = {
  ...{ id: 'sound-1', file, name: 'call.wav', samples: 96_000 },
  ...{ frame: 9, offset: 700, from: 0, to: 96_000, gain: 0 },
}
const before = planned()
const heard = done(before, 'sound.add', { plan: PLAN, sound })
const soundIn = (shot: typeof before) => shot.plans[PLAN]!.sounds?.['sound-1']
const set = (change: Partial<Sound>) => ({ plan: PLAN, sound: 'sound-1', set: change })
const beats = (put: number[], taken: number[] = []) => ({ plan: PLAN, sound: 'sound-1', file, put, taken })

describe('sounds of a plan', () => {
  it('are placed by frame and sample, open again, are named as files, and are taken back', () => {
    expect(soundIn(heard)).toEqual(sound)
    expect(openShot(storeShot(heard))).toMatchObject({ ok: true })
    expect([soundHashes(heard), fileHashes(heard)]).toEqual([[file], [file]])
    expect(undone(before, heard)).toBe(true)
    expect(heard.stacks).toBe(before.stacks)
  })
  it('move, are trimmed without loss, muted and made louder, bit by bit', () => {
    const trimmed = done(heard, 'sound.set', set({ from: 4000, to: 50_000 }))
    expect(soundIn(done(trimmed, 'sound.set', set({ from: 0, to: 96_000 })))).toEqual(sound)
    const muted = done(heard, 'sound.set', set({ muted: true }))
    expect([soundIn(muted)!.muted, soundIn(done(muted, 'sound.set', set({ muted: false })))]).toEqual([true, sound])
    expect(soundIn(done(heard, 'sound.set', set({ gain: -6.5, frame: 3, offset: 0 })))).toMatchObject({
      ...{ gain: -6.5, frame: 3, offset: 0, to: 96_000 },
    })
  })
  it('go, and their record with the last of them', () => {
    expect(done(heard, 'sound.remove', { plan: PLAN, sound: 'sound-1' }).plans[PLAN]).toEqual(before.plans[PLAN])
  })
  it('keep something that is heard, within their file; a plan holds 50', () => {
    expect(refusal(heard, 'sound.set', set({ from: 96_000 }))!.message).toMatch(/always left/)
    expect(refusal(heard, 'sound.set', set({ to: 96_001 }))!.message).toMatch(/always left/)
    expect(refusal(heard, 'sound.set', set({ gain: 30 }))!.message).toMatch(/24 dB/)
    expect(refusal(before, 'sound.set', set({ gain: 3 }))!.message).toMatch(/not there any more/)
    expect(refusal(before, 'sound.add', { plan: PLAN, sound: { ...sound, samples: 1e8, to: 1e8 } })!.message).toMatch(
      /20 minutes/,
    )
    const full = Array.from({ length: 50 }).reduce<typeof before>(
      (s, _, i) => done(s, 'sound.add', { plan: PLAN, sound: { ...sound, id: `sound-${i}` } }),
      before,
    )
    expect(refusal(full, 'sound.add', { plan: PLAN, sound: { ...sound, id: 'one-more' } })!.message).toMatch(
      /at most 50/,
    )
  })
})

describe('beats of a sound', () => {
  const tapped = done(heard, 'sound.beats', beats([48_000, 100, 24_000]))
  it('are in order, each once, and go when all are taken off', () => {
    expect(soundIn(tapped)!.beats).toEqual([100, 24_000, 48_000])
    expect(soundIn(done(tapped, 'sound.beats', beats([100, 60_000], [24_000])))!.beats).toEqual([100, 48_000, 60_000])
    expect(soundIn(done(tapped, 'sound.beats', beats([], [100, 24_000, 48_000])))).toEqual(sound)
    expect(undone(heard, tapped)).toBe(true)
  })
  it('lie within the sound, and are of the file they were tapped on', () => {
    expect(refusal(heard, 'sound.beats', beats([96_000]))!.message).toMatch(/within its sound/)
    expect(refusal(heard, 'sound.beats', { ...beats([1]), file: 'd'.repeat(64) })!.message).toMatch(/another file/)
  })
})

describe('a sound when the rate of its shot changes', () => {
  it('stays at its time where the seconds are kept: 24 to 29.97 and back', () => {
    const ntsc = rate(30_000, 1001)
    const there = done(heard, 'shot.rate', { rate: ntsc, length: 60, lengths: {} })
    expect(sampleAt(soundIn(there)!, ntsc)).toBe(8 * 2000 + 700)
    expect(soundIn(done(there, 'shot.rate', { rate: rate(24), length: 48, lengths: {} }))).toEqual(sound)
  })
  it('stays on its frame where the frame numbers are kept', () => {
    expect(soundIn(done(heard, 'shot.rate', { rate: rate(12), length: 48 }))).toMatchObject({ frame: 9, offset: 700 })
    // A frame has 480 samples at 100 a second.
    expect(soundIn(done(heard, 'shot.rate', { rate: rate(100), length: 48 }))).toMatchObject({ frame: 9, offset: 479 })
  })
})
