import { describe, expect, it } from 'vitest'
import { COLUMN, columnIn, done, emptyShot, exposures, PLAN, planned, STACK } from '#core/commands/fixture.test-helper'
import type { Heard } from '#core/dialogue'
import { byHand, USUAL_MOUTHS } from '#core/dialogue'
import type { Shot } from '#core/document'
import { openShot, plainSet, storeShot, strokeHashes } from '#core/document'
import { listOf } from '#core/sheet'
import { after, deskOn } from '~/desk/scene.test-helper'
import type { ExposeChoices } from './drafts'
import { exposeDraft, followDrafts, isOther, setOfDrawings, STARTERS, starterDrafts } from './drafts'
import { headsFirst, mouthPlace } from './place'

const look = { width: 40, ink: '#26302c', from: 'front' as const }
const starter = (shot: Shot, count: keyof typeof STARTERS) => {
  const [scene] = deskOn(shot)
  const { column, drafts } = starterDrafts(scene, { count, index: 1, at: [1, 0, 0, 1, 400, 300], look })
  return { column, shot: after(shot, drafts) }
}
const plan = (shot: Shot) => shot.plans[PLAN]!
const CHOICES: ExposeChoices = {
  ...{ by: 'reading', follows: true, whole: true, first: 1, last: 1 },
  settings: { ...USUAL_MOUTHS, lead: { plain: 2 / 24, broad: 2 / 24 } },
}
const bob = (from: number): Heard[] => [
  { sound: 'B', start: from / 24, end: (from + 2) / 24 },
  { sound: 'AA', start: (from + 2) / 24, end: (from + 8) / 24, stress: 1 },
  { sound: 'B', start: (from + 8) / 24, end: (from + 10) / 24 },
]
/** Exposures by the names of mouths. */
const shown = (shot: Shot, id: string) => {
  const column = plan(shot).columns[id]!
  const names = new Map(column.mouths!.mouths.map(m => [m.drawing, m.name]))
  return listOf(column.runs)
    .map(r => `${names.get(r.drawing!)}*${r.frames}`)
    .join(' ')
}

describe('plain mouths', () => {
  it.each([2, 4, 8] as const)('%d of them come in a column of their own, each with strokes', count => {
    const { shot, column } = starter(emptyShot(), count)
    const made = plan(shot).columns[column]!
    expect([made.name, made.runs.count, made.mouths!.mouths.map(m => m.shape)]).toEqual(['Mouth', 0, STARTERS[count]])
    const drawings = Object.values(shot.stacks[made.stack]!.drawings)
    expect(drawings.every(d => d.content.strokes.length > 0)).toBe(true)
    expect(strokeHashes(shot).length).toBeGreaterThan(0)
    expect(openShot(JSON.parse(JSON.stringify(storeShot(shot)))).ok).toBe(true)
    expect(starter(shot, count).shot.plans[PLAN]!.order).toHaveLength(3)
  })
  it('ride on a head where there is one, placed on it; else they lie in the middle of the picture', () => {
    const [scene] = deskOn(planned())
    const { rides, heads } = headsFirst(scene, 1)
    const [head] = rides
    expect(heads).toBe(1)
    expect(head!.part!.bone).toBe('head')
    const { at, width } = mouthPlace(scene, head!, 1, 'right')
    const [front] = [mouthPlace(scene, head!, 1, 'front').at]
    expect(width).toBeGreaterThan(20)
    expect(at[4]).toBeGreaterThan(front[4])
    expect(mouthPlace(scene, null, 1, 'front').at.slice(4)).toEqual([960, 540])
  })
})

describe('a reading in a column', () => {
  const { shot, column } = starter(emptyShot(), 2)
  const exposed = (s: Shot, heard: readonly Heard[], choices = CHOICES, anew?: { first: number; last: number }) =>
    exposeDraft({ shot: s, plan: plan(s) }, plan(s).columns[column]!, heard, { choices, anew })
  const once = after(shot, exposed(shot, bob(20)))
  it('is exposed over the whole shot, or over some frames only', () => {
    // B from frame 21 on, AA from 23: two frames earlier the lips meet and part.
    expect(shown(once, column)).toBe('shut*20 open*6 shut*22')
    const some = after(once, exposed(once, bob(30), { ...CHOICES, whole: false, first: 29, last: 40 }))
    expect(shown(some, column)).toBe('shut*20 open*6 shut*4 open*6 shut*12')
    expect(exposed(shot, [])).toBeNull()
    expect(exposed(done(shot, 'mouths.set', { plan: PLAN, column, mouths: null }), bob(20))).toBeNull()
  })
  it('goes along with a change of what is read, and only then', () => {
    const follow = (s: Shot, heard: readonly Heard[]) => followDrafts({ shot: s, plan: plan(s) }, () => heard)
    expect(follow(once, bob(20))).toEqual([])
    const moved = follow(once, bob(24))
    expect(moved).toHaveLength(1)
    expect(shown(after(once, moved), column)).toBe('shut*24 open*6 shut*18')
    const still = after(once, exposed(once, bob(20), { ...CHOICES, follows: false }))
    expect(follow(still, bob(24))).toEqual([])
    expect(follow(done(once, 'column.set', { plan: PLAN, column, locked: true }), bob(24))).toEqual([])
    // While its sound is on its way nothing is exposed.
    expect(followDrafts({ shot: once, plan: plan(once) }, () => null)).toEqual([])
  })
  it('keeps what the hand changed, and tells it from a change of the reading', () => {
    const [first] = listOf(plan(once).columns[column]!.runs)
    const held = done(once, 'run.trade', { plan: PLAN, column, run: { run: first!.id, at: 1 }, delta: 2 })
    const { runs, spoken } = plan(held).columns[column]!
    const hand = byHand(runs, spoken!)
    expect(hand).toEqual([{ first: 1, last: 22 }])
    const same = exposed(held, bob(20))!
    expect(isOther(same.args.spoken, spoken!, hand)).toBe(false)
    const later = exposed(held, bob(24))!
    expect(isOther(later.args.spoken, spoken!, hand)).toBe(true)
    expect(shown(after(held, later), column)).toBe('shut*24 open*6 shut*18')
    expect(shown(after(held, exposed(held, bob(20), CHOICES, { first: 1, last: 22 })), column)).toBe(
      shown(once, column),
    )
  })
})

describe('drawings that are there', () => {
  const drawn = ['open', '2', '10', 'shut'].reduce<Shot>(
    (s, number, i) =>
      done(s, 'drawing.add', {
        stack: STACK,
        drawing: { id: `d-${i}`, number, role: 'key', content: { poses: {}, strokes: [] } },
      }),
    emptyShot(),
  )
  it('become mouths: by their names, then by the order of their numbers', () => {
    const set = setOfDrawings(columnIn(drawn), drawn.stacks[STACK]!)!
    expect(set.mouths.map(m => [drawn.stacks[STACK]!.drawings[m.drawing]!.number, m.shape])).toEqual([
      ['2', 'wide'],
      ['10', 'round'],
      ['open', 'open'],
      ['shut', 'shut'],
    ])
    expect(exposures(done(drawn, 'mouths.set', { plan: PLAN, column: COLUMN, mouths: set }))).toBe('')
    expect(setOfDrawings(columnIn(emptyShot()), emptyShot().stacks[STACK]!)).toBeNull()
  })
  it('keep no sounds of a mouth that went', () => {
    const set = setOfDrawings(columnIn(drawn), drawn.stacks[STACK]!)!
    const [a, b] = set.mouths
    expect(plainSet({ mouths: [a!, b!], sounds: { AA: a!.id, M: 'gone' } }).sounds).toEqual({ AA: a!.id })
    expect(plainSet({ mouths: [a!, b!], sounds: { M: 'gone' } })).not.toHaveProperty('sounds')
  })
})
