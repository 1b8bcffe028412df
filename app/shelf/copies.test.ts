import { describe, expect, it } from 'vitest'
import type { ShelfOriginal, Shelved, Shot } from '#core/document'
import { columnAlone, openShot, shelvedOf, shelvedSchema, storeShot, strokesOnShelf } from '#core/document'
import { listOf } from '#core/sheet'
import { COLUMN, columnIn, done, emptyShot, PLAN, planned, runOn, STACK } from '#core/commands/fixture.test-helper'
import { giveSpacing, passHere } from '~/chart/spans'
import { copyOfColumn, emptyColumn, newColumn } from '~/sheet/columns'
import { after, deskOn } from '~/desk/scene.test-helper'
import { copiesIn, isChanged, placeDrafts, renewDrafts, spacingDrafts } from './copies'
import { keepableHere } from './keepable'

const thing = (content: Shelved, version = 1): ShelfOriginal => ({
  ...{ id: 'original', kind: content.kind, name: 'Original', version, of: version, content },
  ...{ changedAt: '2026-01-01T00:00:00.000Z', production: 'Trials' },
})
const slow = {
  kind: 'spacing' as const,
  recipe: { family: 'halves' as const, slow: 'first' as const },
  places: [0.25, 0.5],
}
const fast = {
  kind: 'spacing' as const,
  recipe: { family: 'halves' as const, slow: 'second' as const },
  places: [0.5, 0.75],
}
const keeper = shelvedOf(planned().stacks[STACK]!.subjects.keeper!)!
const subjects = (shot: Shot) => Object.values(shot.stacks[STACK]!.subjects)
const charts = (shot: Shot) => Object.values(Object.values(shot.plans)[0]!.charts)
const placed = (shot: Shot, frame: number) =>
  after(shot, placeDrafts(...deskOn(shot, frame), { ...thing(keeper), content: keeper }))
const older = (shot: Shot) => copiesIn(deskOn(shot)[0])

describe('a subject from the shelf', () => {
  it('is placed as a copy that knows its original, by a name that is free', () => {
    const shot = placed(planned(), 1)
    const copy = subjects(shot).find(s => s.original)!
    expect(copy).toMatchObject({ name: 'Original', original: { id: 'original', version: 1 } })
    expect(shot.stacks[STACK]!.drawings.d1!.content.poses[copy.id]).toBeDefined()
    expect(copiesIn(deskOn(shot)[0]).map(c => c.name)).toEqual(['Original'])
  })
  it('is the same one on another drawing of the column, and a second one on the same drawing', () => {
    const twice = placed(placed(planned(), 1), 13)
    expect(subjects(twice).filter(s => s.original)).toHaveLength(1)
    const copy = subjects(twice).find(s => s.original)!
    const { d1, d13 } = twice.stacks[STACK]!.drawings
    expect(d13!.content.poses[copy.id]).toEqual(d1!.content.poses[copy.id])
    const two = placed(placed(planned(), 1), 1)
    expect(subjects(two).flatMap(s => (s.original ? [s.name] : []))).toEqual(['Original', 'Original 2'])
  })
  it('becomes as the newer version in every place; what was bound here stays', () => {
    const hash = 'a'.repeat(64)
    const bone = keeper.figure.bones[0]!
    const bound = (id: string) => ({
      ...{
        id,
        bones: [bone.id],
        joints: [
          { x: 0, y: 0 },
          { x: 0, y: 40 },
        ],
        across: 1,
        round: 0.3,
      },
      ...{ strokes: [{ id: `line-${id}`, hash }], images: [] },
    })
    const first = { ...keeper, kind: 'figure' as const, bound: [bound('coat')] }
    const shot = after(planned(), placeDrafts(...deskOn(planned(), 1), { ...thing(first), content: first }))
    const copy = subjects(shot).find(s => s.original)!
    // Something more is bound to it in this shot.
    const own: Shot = {
      ...shot,
      stacks: {
        [STACK]: {
          ...shot.stacks[STACK]!,
          subjects: {
            ...shot.stacks[STACK]!.subjects,
            [copy.id]: { ...copy, kind: 'figure', bound: [bound('coat'), bound('scarf')] },
          },
        },
      },
    }
    const second = { ...first, bound: [bound('hat')] }
    const [scene] = deskOn(own)
    const now = after(own, renewDrafts(scene, copiesIn(deskOn(own)[0]), thing(second, 2), new Map([[1, first]])))
    const renewed = subjects(now).find(s => s.original)!
    expect(renewed.original).toEqual({ id: 'original', version: 2 })
    expect(renewed.kind === 'figure' && renewed.bound!.map(b => b.id)).toEqual(['hat', 'scarf'])
    expect(now.stacks[STACK]!.drawings).toBe(own.stacks[STACK]!.drawings)
    expect([isChanged(older(shot)[0]!, first), isChanged(older(own)[0]!, first)]).toEqual([false, true])
  })
})

describe('a spacing from the shelf', () => {
  const kept = after(planned(), spacingDrafts(planned(), thing(slow)))
  it('is kept in the shot once', () => {
    expect(copiesIn(deskOn(kept)[0])).toMatchObject([{ name: 'Original', original: { id: 'original', version: 1 } }])
    expect(spacingDrafts(kept, thing(slow))).toEqual([])
  })
  it('spaces anew what is spaced as it is, and nothing else', () => {
    const [scene, focus] = deskOn(kept, 3)
    const [here, other] = [passHere(scene, focus)!, passHere(...deskOn(kept, 15))!]
    expect(other.chart!.id).not.toBe(here.chart!.id)
    const spaced = after(kept, giveSpacing(scene, here, slow))
    const now = after(spaced, renewDrafts(deskOn(spaced)[0], copiesIn(deskOn(spaced)[0]), thing(fast, 2), new Map()))
    const chartIn = (shot: Shot, id: string) => charts(shot).find(c => c.id === id)!
    expect(chartIn(now, here.chart!.id).recipe).toEqual(fast.recipe)
    expect(chartIn(now, other.chart!.id)).toEqual(chartIn(spaced, other.chart!.id))
    expect(Object.values(now.spacings!)).toMatchObject([{ recipe: fast.recipe, original: { version: 2 } }])
    // One tick moved by hand: it is not spaced as the copy any more.
    const { id, ticks } = chartIn(spaced, here.chart!.id)
    const plan = Object.keys(spaced.plans)[0]!
    const moved = done(spaced, 'chart.tick', { plan, chart: id, drawing: ticks[0]!.drawing, u: 0.33 })
    const kept2 = after(moved, renewDrafts(deskOn(moved)[0], copiesIn(deskOn(moved)[0]), thing(fast, 2), new Map()))
    expect(chartIn(kept2, id)).toEqual(chartIn(moved, id))
  })
})

describe('a column from the shelf', () => {
  const shot = planned()
  const pencil = { id: 'rough', name: 'Rough', colour: '#1f5aa8', width: 4, smooth: 0.1 }
  const kept = (s: Shot) =>
    shelvedSchema.parse(
      keepableHere(...deskOn(s), null, pencil)
        .find(k => k.kind === 'column')!
        .content(),
    )
  it('is a column with its drawings, timing and charts, and nothing of the shot around it', () => {
    const content = kept(shot)
    const alone = content.kind === 'column' ? columnAlone(content.shot)! : null
    expect(listOf(alone!.column.runs)).toEqual(listOf(columnIn(shot).runs))
    expect(alone!.stack).toEqual(shot.stacks[STACK])
    expect(shelvedSchema.safeParse({ kind: 'column', shot: storeShot(shot) }).success).toBe(true)
    const two = after(shot, newColumn(deskOn(shot)[0]).draft)
    expect(shelvedSchema.safeParse({ kind: 'column', shot: storeShot(two) }).success).toBe(false)
  })
  it('is replaced by the newer version in its place, under its name; what rides on it stays where it is', () => {
    const copy = done(shot, 'column.set', { plan: PLAN, column: COLUMN, original: { id: 'original', version: 1 } })
    let two = after(copy, newColumn(deskOn(copy)[0]).draft)
    const rider = two.plans[PLAN]!.order[1]!
    const base: [number, number, number, number, number, number] = [1, 0, 0, 1, 0, 0]
    const carrier = { column: COLUMN, part: null, base, sizes: true, stays: false }
    two = done(two, 'column.carry', { plan: PLAN, column: rider, was: null, carrier, moves: [] })
    const longer = done(shot, 'run.push', { plan: PLAN, column: COLUMN, run: runOn(shot, '1'), delta: 2 })
    const [scene] = deskOn(two)
    const now = after(two, renewDrafts(scene, copiesIn(scene), thing(kept(longer), 2), new Map()))
    const [first, second] = now.plans[PLAN]!.order.map(id => now.plans[PLAN]!.columns[id]!)
    expect(first).toMatchObject({ name: columnIn(shot).name, original: { id: 'original', version: 2 } })
    expect(first!.runs.frames).toBe(columnIn(longer).runs.frames)
    expect([second!.id, second!.carrier]).toEqual([rider, undefined])
    expect(Object.keys(now.stacks)).toHaveLength(2)
    expect(openShot(storeShot(now)).ok).toBe(true)
  })
})

describe('what can be put on the shelf', () => {
  const pencil = { id: 'rough', name: 'Rough', colour: '#1f5aa8', width: 4, smooth: 0.1 }
  it('are the subjects of the column, the spacing of the span, the pencil in hand', () => {
    const [scene, focus] = deskOn(planned(), 3)
    const all = keepableHere(scene, focus, passHere(scene, focus), pencil)
    expect(all.map(k => [k.kind, k.content()?.kind])).toEqual([
      ['figure', 'figure'],
      ['column', 'column'],
      ['spacing', 'spacing'],
      ['pencil', 'pencil'],
    ])
    expect(all.at(-1)!.content()).toEqual({ kind: 'pencil', colour: '#1f5aa8', width: 4, smooth: 0.1 })
  })
  it('a part that is drawn on each drawing has nothing to keep where it is not drawn', () => {
    const figure = keeper.figure
    const subject = { id: 'sleeve', name: 'Sleeve', kind: 'part' as const, figure }
    const shot = done(planned(), 'subject.add', { stack: STACK, subject, drawing: null, pose: null })
    const part = keepableHere(...deskOn(shot, 1), null, pencil).find(k => k.kind === 'part')!
    expect([part.content(), part.subject]).toEqual([null, undefined])
  })
})

describe('a mouth set', () => {
  const pencil = { id: 'rough', name: 'Rough', colour: '#1f5aa8', width: 4, smooth: 0.1 }
  const drawn = (s: Shot, id: string, stroke: string) =>
    done(s, 'drawing.add', {
      stack: STACK,
      drawing: {
        ...{ id, number: id, role: 'key' },
        content: { poses: {}, strokes: [{ id: `${id}-${stroke}`, hash: stroke.repeat(64) }] },
      },
    })
  const where = { plan: PLAN, column: COLUMN }
  const mouths = {
    mouths: [
      { id: 'm-1', name: 'shut', shape: 'shut' as const, drawing: 'one' },
      { id: 'm-2', name: 'open', shape: 'open' as const, drawing: 'two' },
    ],
    sounds: { V: 'm-2' },
  }
  const start = drawn(drawn(drawn(emptyShot(), 'one', 'a'), 'two', 'b'), 'other', 'c')
  const shot = done(done(start, 'mouths.set', { ...where, mouths }), 'run.expose', {
    ...{ ...where, drawing: 'two', at: null, frames: 6 },
  })
  const kept = (s: Shot) =>
    shelvedSchema.parse(
      keepableHere(...deskOn(s), null, pencil)
        .find(k => k.kind === 'mouths')!
        .content(),
    )
  it('is kept with its drawings and no others, without when they are shown', () => {
    const content = kept(shot)
    const alone = columnAlone((content as { shot: unknown }).shot)!
    expect(Object.keys(alone.stack.drawings).sort()).toEqual(['one', 'two'])
    expect([alone.column.mouths, alone.column.runs.count]).toEqual([mouths, 0])
    expect(strokesOnShelf(content)).toEqual(['a'.repeat(64), 'b'.repeat(64)])
    expect(shelvedSchema.safeParse({ kind: 'mouths', shot: storeShot(start) }).success).toBe(false)
  })
  it('is kept without the cycles of its column', () => {
    const longer = done(shot, 'run.expose', { ...where, drawing: 'one', at: null, frames: 6 })
    const [from, to] = listOf(columnIn(longer).runs)
    const moments = ['two', 'one'].map((drawing, i) => ({
      ...{ name: drawing, off: 6 * i, stage: 1, role: 'key' as const, drawing },
    }))
    const turning = done(longer, 'cycle.take', {
      ...{ ...where, kind: 'own', steps: [{ frames: 12, moments }] },
      repeat: {
        ...{ id: 'turn', times: null, back: false },
        first: { run: from!.id, at: 1 },
        last: { run: to!.id, at: 7 },
      },
    })
    expect(columnIn(turning).cycles).toBeDefined()
    expect(columnAlone((kept(turning) as { shot: unknown }).shot)!.column.cycles).toBeUndefined()
  })
  it('takes the drawings of a newer version, and those that came; what is exposed stays', () => {
    const copy = done(shot, 'mouths.set', { ...where, mouths: { ...mouths, original: { id: 'original', version: 1 } } })
    const redrawn = done(drawn(shot, 'three', 'd'), 'stroke.replace', {
      ...{ stack: STACK, drawing: 'two', strokes: { 'two-b': [{ id: 'two-e', hash: 'e'.repeat(64) }] } },
    })
    const more = [...mouths.mouths, { id: 'm-3', name: 'round', shape: 'round' as const, drawing: 'three' }]
    const newer = done(redrawn, 'mouths.set', { ...where, mouths: { mouths: more } })
    const [scene] = deskOn(copy)
    expect(copiesIn(scene).map(c => c.name)).toEqual([columnIn(copy).name])
    const now = after(copy, renewDrafts(scene, copiesIn(scene), thing(kept(newer), 2), new Map()))
    expect(listOf(columnIn(now).runs)).toEqual(listOf(columnIn(copy).runs))
    expect(now.stacks[STACK]!.drawings.two!.content.strokes.map(s => s.hash[0])).toEqual(['e'])
    const set = columnIn(now).mouths!
    expect([set.original, set.mouths.map(m => m.shape), set.sounds]).toEqual([
      { id: 'original', version: 2 },
      ['shut', 'open', 'round'],
      undefined,
    ])
    expect(openShot(storeShot(now)).ok).toBe(true)
  })
  it('goes along with a copy of its column, by the copied drawings; a new empty column has none', () => {
    const [scene] = deskOn(shot)
    const twice = after(shot, [copyOfColumn(scene, columnIn(shot))])
    const copied = Object.values(twice.plans[PLAN]!.columns).find(c => c.id !== COLUMN)!
    const drawings = twice.stacks[copied.stack]!.drawings
    expect(copied.mouths!.mouths.map(m => drawings[m.drawing]!.number)).toEqual(['one', 'two'])
    expect(copied.mouths!.sounds).toEqual({ V: 'm-2' })
    const empty = after(shot, [emptyColumn(scene, columnIn(shot))])
    expect(Object.values(empty.plans[PLAN]!.columns).find(c => c.id !== COLUMN)!.mouths).toBeUndefined()
  })
})
