import { describe, expect, it } from 'vitest'
import { changedPieces, openShot, piecesOf, assemble, storeShot } from '../document'
import type { Sound, SpokenLine } from '../document'
import { done, PLAN, planned, refusal, undone } from './fixture.test-helper'

const sound: Sound = {
  ...{ id: 'sound-1', file: 'c'.repeat(64), name: 'call.wav', samples: 96_000 },
  ...{ frame: 9, offset: 0, from: 4000, to: 96_000, gain: 0 },
}
const word = (id: string, from: number, to: number) => ({
  ...{ id, text: id, from, to },
  sounds: [
    { sound: 'OW', stress: 1 as const, to: from + 1000 },
    { sound: 'V', to },
  ],
})
const line: SpokenLine = {
  ...{ id: 'line-1', text: 'Over the water', speaker: 'Marrow', sound: 'sound-1' },
  words: [word('over', 4000, 16_000), word('the', 16_000, 20_000), word('water', 24_000, 40_000)],
}
const before = done(planned(), 'sound.add', { plan: PLAN, sound })
const spoken = done(before, 'line.put', { plan: PLAN, line })
const lineIn = (shot: typeof before) => shot.plans[PLAN]!.lines?.['line-1']
const words = (old: string[], now: SpokenLine['words']) => ({ plan: PLAN, line: 'line-1', old, words: now })

describe('spoken lines', () => {
  it('open again, are pieces of their own, and are taken back', () => {
    expect(lineIn(spoken)).toEqual(line)
    expect(openShot(storeShot(spoken))).toMatchObject({ ok: true })
    expect(changedPieces(before, spoken)).toEqual({ put: { [`plans/${PLAN}/lines/line-1`]: line }, gone: [] })
    expect(assemble(piecesOf(spoken))).toEqual(storeShot(spoken))
    expect(changedPieces(spoken, before)).toEqual({ put: {}, gone: [`plans/${PLAN}/lines/line-1`] })
    expect(undone(before, spoken)).toBe(true)
  })
  it('change word by word: timed, split, joined, deleted', () => {
    const timed = done(spoken, 'line.words', words(['the'], [word('the', 17_000, 20_000)]))
    expect(lineIn(timed)!.words.map(w => w.from)).toEqual([4000, 17_000, 24_000])
    const split = done(spoken, 'line.words', words(['over'], [word('ov', 4000, 9000), word('er', 9000, 16_000)]))
    expect(lineIn(split)!.words.map(w => w.id)).toEqual(['ov', 'er', 'the', 'water'])
    expect(lineIn(done(spoken, 'line.words', words(['the', 'water'], [])))!.words).toHaveLength(1)
    const more = done(spoken, 'line.words', words([], [word('home', 50_000, 60_000)]))
    expect(lineIn(more)!.words.at(-1)!.id).toBe('home')
  })
  it('are refused where words overlap, are too short, have changed meanwhile, or go altogether', () => {
    expect(refusal(spoken, 'line.words', words(['the'], [word('the', 9000, 20_000)]))!.message).toMatch(
      /follow each other/,
    )
    expect(refusal(spoken, 'line.words', words(['the'], [word('the', 17_000, 17_100)]))!.message).toMatch(/hundredth/)
    expect(refusal(spoken, 'line.words', words(['the', 'over'], []))!.message).toMatch(/changed since/)
    expect(refusal(spoken, 'line.words', words(['the'], [word('over', 17_000, 19_000)]))!.message).toMatch(
      /there already/,
    )
    expect(refusal(spoken, 'line.words', words(['over', 'the', 'water'], []))!.message).toMatch(/has words/)
    expect(refusal(before, 'line.set', { plan: PLAN, line: 'line-1', set: { text: 'x' } })!.message).toMatch(
      /not there/,
    )
  })
  it('have a speaker or none', () => {
    const mute = done(spoken, 'line.set', { plan: PLAN, line: 'line-1', set: { speaker: null } })
    expect(lineIn(mute)).not.toHaveProperty('speaker')
    expect(lineIn(done(mute, 'line.set', { plan: PLAN, line: 'line-1', set: { speaker: 'Kelp' } }))!.speaker).toBe(
      'Kelp',
    )
  })
  it('stay where they are heard when their sound goes, and are taken back with it', () => {
    const alone = done(spoken, 'sound.remove', { plan: PLAN, sound: 'sound-1' })
    // Sample 4,000 of the sound is heard with frame 9, at sample 16,000 of the shot.
    expect(lineIn(alone)).toMatchObject({ words: [{ from: 16_000, to: 28_000 }, { from: 28_000 }, { from: 36_000 }] })
    expect(lineIn(alone)).not.toHaveProperty('sound')
    expect(openShot(storeShot(alone))).toMatchObject({ ok: true })
    expect(undone(spoken, alone)).toBe(true)
    expect(refusal(alone, 'line.put', { plan: PLAN, line })!.message).toMatch(/sound of the line/)
  })
  it('do not open without their sound', () => {
    const stored = structuredClone(storeShot(spoken)) as { plans: Record<string, { sounds?: unknown }> }
    delete stored.plans[PLAN]!.sounds
    expect(openShot(stored)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/sound that is missing/) as string,
    })
  })
})
