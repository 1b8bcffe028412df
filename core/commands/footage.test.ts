import { describe, expect, it } from 'vitest'
import { fileHashes, footageHashes, imageHashes, openShot, storeShot } from '../document'
import type { Footage } from '../document'
import { sceneOf } from '../pass'
import { layersAt, footageNamed } from '../picture'
import { COLUMN, done, PLAN, planned, refusal, undone, where } from './fixture.test-helper'

const file = 'f'.repeat(64)
const footage: Omit<Footage, 'marks'> = {
  ...{ file, width: 1280, height: 720, name: 'lift.mp4', seconds: 4 },
  ...{ from: 1, inPoint: 0, speed: 1, at: [1.5, 0, 0, 1.5, 960, 540] },
}
const set = (change: Partial<Footage> | null) => ({ ...where, footage: change })
const mark = (put: number[], taken: number[] = []) => ({ ...where, file, put, taken })
const before = planned()
const filmed = done(before, 'footage.set', set(footage))
const footageIn = (shot: typeof before) => shot.plans[PLAN]!.columns[COLUMN]!.footage
const seenWith = (shot: typeof before, frame: number, references: { references: boolean }) =>
  layersAt(sceneOf(shot, PLAN), frame, () => undefined, references)
const seen = (shot: typeof before, frame: number) => seenWith(shot, frame, { references: true })
const exported = (shot: typeof before, frame: number) => seenWith(shot, frame, { references: false })

describe('footage of a column', () => {
  it('leaves exposures, charts and drawings as they were, opens again, and is taken back', () => {
    const { footage: _f, ...column } = filmed.plans[PLAN]!.columns[COLUMN]!
    expect(column).toEqual(before.plans[PLAN]!.columns[COLUMN])
    expect(filmed.stacks).toBe(before.stacks)
    expect(openShot(storeShot(filmed))).toMatchObject({ ok: true })
    expect(undone(before, filmed)).toBe(true)
  })
  it('is named as a file, and not as a picture', () => {
    expect([footageHashes(filmed), imageHashes(filmed), fileHashes(filmed)]).toEqual([[file], [], [file]])
  })
  it('is seen behind the drawings while one works, never in what goes out', () => {
    expect(exported(filmed, 1)).toEqual(exported(before, 1))
    const [behind, ...rest] = seen(filmed, 3)
    expect(rest).toEqual(seen(before, 3))
    expect(behind!.marks).toMatchObject([{ kind: 'image', width: 1280, at: footage.at }])
    // The middle of frame 3 at 24 frames a second.
    expect(footageNamed((behind!.marks[0] as { file: string }).file)).toEqual({ file, second: 0.10417 })
    expect(seen(filmed, 3)[0]!.marks).toBe(behind!.marks)
  })
  it('runs on where nothing is exposed', () => {
    const bare = done(filmed, 'column.expose', { ...where, exposures: [] })
    expect(seen(bare, 1).map(l => l.drawing)).toEqual([''])
  })
  it('changes bit by bit', () => {
    const slow = done(filmed, 'footage.set', set({ speed: 0.5, from: 9 }))
    expect(footageIn(slow)).toEqual({ ...footage, speed: 0.5, from: 9 })
    expect(footageIn(done(slow, 'footage.set', set(null)))).toBeUndefined()
  })
  it('is refused where there is none to change, and where the column is locked', () => {
    expect(refusal(before, 'footage.set', set({ speed: 2 }))!.message).toMatch(/no footage any more/)
    expect(refusal(before, 'footage.mark', mark([1]))!.message).toMatch(/no footage any more/)
    const locked = done(filmed, 'column.set', { ...where, locked: true })
    expect(refusal(locked, 'footage.mark', mark([1]))!.message).toMatch(/locked/)
  })
})

describe('marks on footage', () => {
  const marked = done(filmed, 'footage.mark', mark([2.5, 0.5, 1]))
  it('are in order, each once, and are taken back in one step', () => {
    expect(footageIn(marked)!.marks).toEqual([0.5, 1, 2.5])
    expect(footageIn(done(marked, 'footage.mark', mark([1, 3], [0.5])))!.marks).toEqual([1, 2.5, 3])
    expect(undone(filmed, marked)).toBe(true)
  })
  it('go when all are taken off, and with another movie', () => {
    expect(footageIn(done(marked, 'footage.mark', mark([], [0.5, 1, 2.5])))).toEqual(footage)
    const other = { ...footage, file: 'e'.repeat(64) }
    expect(footageIn(done(marked, 'footage.set', set(other)))).toEqual(other)
    expect(footageIn(done(marked, 'footage.set', set({ speed: 2 })))!.marks).toHaveLength(3)
  })
  it('of a movie that was swapped meanwhile are refused', () => {
    const other = done(marked, 'footage.set', set({ file: 'e'.repeat(64) }))
    expect(refusal(other, 'footage.mark', mark([3]))!.message).toMatch(/other footage now/)
  })
  it('are at most 500', () => {
    const many = Array.from({ length: 501 }, (_, i) => i / 200)
    const full = done(filmed, 'footage.mark', mark(many.slice(0, 500)))
    expect(refusal(full, 'footage.mark', mark(many.slice(500)))!.message).toMatch(/at most 500 marks/)
  })
})
