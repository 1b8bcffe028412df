import { describe, expect, it } from 'vitest'
import {
  aloneOf,
  openShot,
  SCHEMA,
  shelvedOf,
  shelvedSchema,
  storeShot,
  strokeHashes,
  strokesOnShelf,
  upgradedShelved,
} from '../document'
import { figureSchema } from '../figure'
import { done, PLAN, planned, refusal, STACK, undone } from './fixture.test-helper'

const first = { id: 'original', version: 1 }
const of = { stack: STACK, subject: 'keeper' }
/** A copy of version 1 of something on a shelf. */
const copy = done(planned(), 'subject.set', { ...of, original: first })
const keeperIn = (shot: typeof copy) => shot.stacks[STACK]!.subjects.keeper!
const shelved = shelvedOf(keeperIn(copy))!
const taller = {
  ...shelved,
  figure: figureSchema.parse({
    ...shelved.figure,
    bones: shelved.figure.bones.map(b => ({ ...b, length: b.length * 1.2 })),
  }),
}
const without = (...gone: string[]) => ({
  ...shelved,
  figure: {
    ...shelved.figure,
    bones: shelved.figure.bones.filter(b => !gone.includes(b.id)),
    chains: shelved.figure.chains.filter(c => ![c.upper, c.lower, c.tip ?? ''].some(id => gone.includes(id))),
  },
})
const renew = (to: typeof taller, was = first) => ({ ...of, was, to, version: 2 })

describe('a copy of something on a shelf', () => {
  it('remembers it, and forgets it when that is wished', () => {
    expect(keeperIn(copy)).toEqual({ ...keeperIn(planned()), original: first })
    expect(keeperIn(done(copy, 'subject.set', { ...of, original: null }))).toEqual(keeperIn(planned()))
    expect(openShot(storeShot(copy))).toMatchObject({ ok: true })
    // Another name, another length: a copy still.
    const longer = done(copy, 'subject.set', { ...of, name: 'Marrow', figure: taller.figure })
    expect(keeperIn(longer).original).toEqual(first)
    expect(undone(planned(), copy)).toBe(true)
  })
  it('takes a newer version on all drawings, and keeps its name, rank and poses', () => {
    const now = done(copy, 'subject.renew', renew(taller))
    expect(now.stacks[STACK]!.drawings).toBe(copy.stacks[STACK]!.drawings)
    expect(keeperIn(now)).toMatchObject({ name: 'Keeper', rank: 0, original: { id: 'original', version: 2 } })
    expect(keeperIn(now).figure.bones.map(b => b.length)).toEqual(taller.figure.bones.map(b => b.length))
    expect(undone(copy, now)).toBe(true)
  })
  it('is refused where it is a copy of another version by now, is gone, or is of another kind', () => {
    const now = done(copy, 'subject.renew', renew(taller))
    expect(refusal(now, 'subject.renew', renew(taller))).toMatchObject({ code: 'changed' })
    expect(refusal(planned(), 'subject.renew', renew(taller))).toMatchObject({ code: 'changed' })
    expect(refusal(copy, 'subject.renew', { ...renew(taller), subject: 'nobody01' })).toMatchObject({ code: 'gone' })
    const to = { kind: 'part' as const, figure: shelved.figure, strokes: [{ id: 'line', hash: 'c'.repeat(64) }] }
    expect(refusal(copy, 'subject.renew', { ...renew(taller), to })).toMatchObject({ code: 'invalid' })
  })
  it('keeps what something is pinned to or rides on', () => {
    const { chains } = shelved.figure
    const leg = chains.find(c => c.stands)!
    const pin = { id: 'pin-0001', stack: STACK, subject: 'keeper', part: leg.id, drawings: ['d1', 'd13'] }
    const at = { kind: 'point' as const, at: { x: 400, y: 800 } }
    const pinned = done(copy, 'pin.set', { plan: PLAN, pin: { ...pin, to: at } })
    const bare = without(leg.lower, leg.tip!)
    expect(refusal(pinned, 'subject.renew', renew(bare))!.message).toContain(leg.name)
    expect(done(pinned, 'subject.renew', renew(taller))).toBeTruthy()
    expect(done(copy, 'subject.renew', renew(bare))).toBeTruthy()
  })
})

describe('what a shelf holds', () => {
  it('is a subject without what is its own in a shot', () => {
    expect(shelvedSchema.parse(shelved)).toEqual(shelved)
    expect(Object.keys(shelved).sort()).toEqual(['figure', 'kind'])
    expect(aloneOf(shelved).figure).toBe(shelved.figure)
  })
  it('names its strokes; a part that is drawn on each drawing is none', () => {
    const hash = 'd'.repeat(64)
    const part = { ...aloneOf(shelved, 'sleeve'), kind: 'part' as const, name: 'Sleeve' }
    expect(shelvedOf(part)).toBeNull()
    const drawn = shelvedOf({ ...part, strokes: [{ id: 'line', hash }] })!
    expect(strokesOnShelf(drawn)).toEqual([hash])
    const shot = done(copy, 'subject.add', {
      ...{
        stack: STACK,
        subject: { ...drawn, id: 'sleeve', name: 'Sleeve', original: first },
        drawing: null,
        pose: null,
      },
    })
    expect(strokeHashes(shot)).toContain(hash)
  })
  it('takes no pencil that could not draw', () => {
    const pencil = { kind: 'pencil', colour: '#1f5aa8', width: 4, smooth: 0.1 }
    expect(shelvedSchema.safeParse(pencil).success).toBe(true)
    for (const wrong of [{ width: 0 }, { width: Number.NaN }, { colour: 'blue' }, { smooth: 2 }, { strength: 0 }])
      expect(shelvedSchema.safeParse({ ...pencil, ...wrong }).success, JSON.stringify(wrong)).toBe(false)
  })
})

describe('what a shelf kept with an older form', () => {
  it('is brought to the newest one as shots are; a column brings its own number', () => {
    const { figure, ...old } = { ...shelved, rig: shelved.figure }
    const renamed = (tree: Record<string, unknown>) => {
      const stacks = tree.stacks as Record<string, { subjects: Record<string, Record<string, unknown>> }>
      const { rig, ...rest } = stacks.alone!.subjects.alone!
      return { ...tree, stacks: { alone: { ...stacks.alone, subjects: { alone: { ...rest, figure: rig } } } } }
    }
    expect(upgradedShelved(old, SCHEMA - 1, { [SCHEMA - 1]: renamed })).toEqual({ ...shelved, figure })
    const spacing = { kind: 'spacing', recipe: { family: 'even' }, places: [0.5] }
    expect(upgradedShelved(spacing, 2)).toEqual(spacing)
    const column = { kind: 'column' as const, shot: { ...storeShot(copy) } }
    expect(upgradedShelved(column, SCHEMA - 1)).toEqual(column)
    expect(() => upgradedShelved({ kind: 'column', shot: { schema: 99 } }, SCHEMA)).toThrow()
  })
})
