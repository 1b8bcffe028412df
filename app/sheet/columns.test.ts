import { describe, expect, it } from 'vitest'
import {
  charted,
  COLUMN,
  done,
  PLAN,
  planned,
  posedShot,
  STACK,
  runOn,
  where,
} from '#core/commands/fixture.test-helper'
import type { Column, Shot } from '#core/document'
import { columnsOf, openShot, storeShot } from '#core/document'
import { Contents, sceneOf } from '#core/pass'
import { listOf } from '#core/sheet'
import { after, deskOn } from '~/desk/scene.test-helper'
import { copyColumn, pasteColumn } from './column-copy'
import { copyOfColumn, emptyColumn, exposuresOf, lineUpDrafts, newColumn, releaseDrafts } from './columns'

const columns = (shot: Shot): Column[] => shot.plans[PLAN]!.order.map(id => shot.plans[PLAN]!.columns[id]!)
const first = (shot: Shot) => columns(shot)[0]!
const sceneAt = (shot: Shot) => deskOn(shot)[0]
const opens = (shot: Shot) => openShot(JSON.parse(JSON.stringify(storeShot(shot)))).ok

/** Keys and a chart with a lead, a linked column beside it, and a passage shown twice. */
function rich(): Shot {
  let shot = charted(posedShot(), '1', '13', ['7', '9', '11'])
  shot = done(shot, 'chart.lead', { plan: PLAN, chart: 'c1-13', part: 'keeper/head', share: 0.25 })
  shot = after(shot, newColumn(sceneAt(shot)).draft)
  shot = done(shot, 'columns.link', { plan: PLAN, columns: columns(shot).map(c => c.id), link: 'group-01' })
  const repeat = { id: 'again-01', first: runOn(shot, '7'), last: runOn(shot, '11'), times: 2, back: false }
  return done(shot, 'repeat.set', { ...where, repeat })
}

describe('a new column', () => {
  it('comes at the right, named by the next letter', () => {
    const shot = after(posedShot(), newColumn(sceneAt(posedShot())).draft)
    expect(columns(shot).map(c => c.name)).toEqual([first(posedShot()).name, 'B'])
    expect(columns(shot)[1]!.runs.count).toBe(0)
  })
  it('like another has its settings and nothing else', () => {
    const shot = after(rich(), emptyColumn(sceneAt(rich()), first(rich())))
    const [old, made] = columns(shot)
    expect(made).toMatchObject({ name: `${old!.name} 2`, ink: old!.ink, step: old!.step })
    expect([made!.link, made!.repeats, made!.runs.count]).toEqual([undefined, undefined, 0])
    expect(shot.stacks[made!.stack]!.drawings).toEqual({})
  })
})

describe('a copy of a column', () => {
  const shot = rich()
  const copied = after(shot, copyOfColumn(sceneAt(shot), first(shot)))
  const [old, made] = columns(copied)
  const content = (column: Column, frame: number) => {
    const scene = sceneOf(copied, PLAN, new Contents())
    const run = listOf(column.runs)[frame]!
    const { poses } = scene.contents.of(scene, copied.stacks[column.stack]!, run.drawing!)
    return Object.values(poses)
  }
  it('looks the same, its computed in-betweens and leads included', () => {
    expect(made!.runs.frames).toBe(old!.runs.frames)
    for (let i = 0; i < old!.runs.count; i++) expect(content(made!, i)).toEqual(content(old!, i))
  })
  it('has its repeats, and is linked with none', () => {
    expect(made!.repeats).toMatchObject([{ times: 2, back: false }])
    expect(made!.link).toBeUndefined()
    expect(opens(copied)).toBe(true)
  })
  it('keeps what was said of its strokes: ties are between the copies of them', () => {
    const hash = 'a'.repeat(64)
    let drawn = done(shot, 'stroke.add', { stack: STACK, drawing: 'd1', strokes: [{ id: 'line-1', hash }] })
    drawn = done(drawn, 'stroke.add', { stack: STACK, drawing: 'd13', strokes: [{ id: 'line-13', hash }] })
    const tie = { from: 'line-1', to: 'line-13' }
    drawn = done(drawn, 'chart.tie', { plan: PLAN, chart: 'c1-13', ties: [tie] })
    const two = after(drawn, copyOfColumn(sceneAt(drawn), first(drawn)))
    const stack = two.stacks[columns(two)[1]!.stack]!
    const chart = Object.values(two.plans[PLAN]!.charts).find(c => c.stack === stack.id)!
    const [from, to] = [chart.from, chart.to].map(id => stack.drawings[id]!.content.strokes[0]!.id)
    expect(chart.ties).toEqual([{ from, to }])
    expect([from, to]).not.toContain('line-1')
  })
  it('shares no id with it, so that a change to one leaves the other alone', () => {
    const ids = (c: Column) => [
      ...listOf(c.runs).flatMap(r => [r.id, r.drawing]),
      ...Object.keys(copied.stacks[c.stack]!.subjects),
      ...(c.repeats ?? []).map(r => r.id),
    ]
    expect(ids(made!).filter(id => ids(old!).includes(id))).toEqual([])
    const changed = done(copied, 'chart.lead', { plan: PLAN, chart: 'c1-13', part: 'keeper/head', share: 0 })
    const others = Object.values(changed.plans[PLAN]!.charts).filter(c => c.stack === made!.stack)
    expect(others.map(c => Object.values(c.leads ?? {}))).toEqual([[0.25]])
  })
})

it('exposures alone keep their drawings and get ids of their own', () => {
  const made = exposuresOf(sceneAt(rich()), COLUMN)
  const old = listOf(first(rich()).runs)
  expect(made.runs.map(r => r.drawing)).toEqual(old.map(r => r.drawing))
  expect(made.runs.some((r, i) => r.id === old[i]!.id)).toBe(false)
  expect(made.repeats![0]!.first).toBe(made.runs[1]!.id)
})

describe('a column lined up with another', () => {
  const shot = posedShot()
  const { id, drafts } = lineUpDrafts(sceneAt(shot), first(shot))
  const lined = after(shot, drafts)
  it('has an empty drawing wherever that one changes, over it; the timing of that one stays free', () => {
    const [leader, loose] = columns(lined)
    expect(loose!.id).toBe(id)
    expect(listOf(loose!.runs).map(r => r.frames)).toEqual(listOf(leader!.runs).map(r => r.frames))
    expect([leader!.locked, leader!.drawingsLocked, leader!.strength]).toEqual([false, true, undefined])
    expect([loose!.locked, loose!.drawingsLocked, loose!.strength]).toEqual([false, false, 1])
    expect(Object.values(lined.stacks[loose!.stack]!.drawings).every(d => !d.content.strokes.length)).toBe(true)
  })
  it('released, keeps its exposures, and its leader can be changed again', () => {
    const [, loose] = columns(lined)
    const [leader, free] = columns(after(lined, releaseDrafts(sceneAt(lined), loose!)))
    expect([leader!.drawingsLocked, leader!.strength, free!.leader]).toEqual([false, undefined, undefined])
    expect(listOf(free!.runs)).toHaveLength(3)
  })
  it('released, one that was faded for good by an earlier Fintro is seen in full again', () => {
    const faded = done(lined, 'column.set', { ...where, strength: 0.4, locked: true })
    const [leader] = columns(after(faded, releaseDrafts(sceneAt(faded), columns(faded)[1]!)))
    expect([leader!.locked, leader!.strength]).toEqual([false, 1])
  })
  it('released, leaves a leader alone that was unlocked in the meantime', () => {
    const open = done(lined, 'column.set', { ...where, drawingsLocked: false })
    expect(releaseDrafts(sceneAt(open), columns(open)[1]!)).toHaveLength(1)
  })
})

describe('a column that is copied into another shot', () => {
  const shot = rich()
  const copied = copyColumn(sceneAt(shot), first(shot))
  const other = planned()
  const made = pasteColumn(sceneAt(other), copied.text, { index: 1 })
  if (typeof made === 'string') throw new Error(made)
  const pasted = after(other, made.draft)
  const column = columnsOf(pasted.plans[PLAN]!).find(c => c.id === made.id)!
  it('brings its drawings, charts and repeats, under ids of its own and a name that is free', () => {
    expect(column.name).toBe(`${first(shot).name} 2`)
    expect(column.runs.frames).toBe(first(shot).runs.frames)
    expect(column.repeats).toMatchObject([{ times: 2, back: false }])
    const charts = (s: Shot, stack: string) => Object.values(s.plans[PLAN]!.charts).filter(c => c.stack === stack)
    expect(charts(pasted, column.stack).map(c => [c.recipe, c.ticks.map(t => t.u)])).toEqual(
      charts(shot, first(shot).stack).map(c => [c.recipe, c.ticks.map(t => t.u)]),
    )
    expect(opens(pasted)).toBe(true)
    // Once more beside it.
    const twice = pasteColumn(sceneAt(pasted), copied.text, { index: 2 })
    expect(typeof twice === 'string' ? twice : opens(after(pasted, twice.draft))).toBe(true)
  })
  it('looks as it did on every frame', () => {
    const looks = (s: Shot, c: Column) => {
      const scene = sceneOf(s, PLAN, new Contents())
      return listOf(c.runs).map(r => Object.values(scene.contents.of(scene, s.stacks[c.stack]!, r.drawing!).poses))
    }
    expect(looks(pasted, column)).toEqual(looks(shot, first(shot)))
  })
  it('cannot be pasted where it is damaged, in words', () => {
    for (const text of ['', '{', '{"schema":99}', copied.text.replace('"order"', '"disorder"')])
      expect(pasteColumn(sceneAt(other), text, { index: 0 })).toMatch(/cannot be read/)
  })
  it('lies where it lay, where it rode on something', () => {
    const base: [number, number, number, number, number, number] = [1, 0, 0, 1, -100, 0]
    const carrier = { column: first(shot).id, part: null, base, sizes: true, stays: false }
    const two = after(shot, copyOfColumn(sceneAt(shot), first(shot)))
    const rider = columns(two)[1]!
    const riding = done(two, 'column.carry', { plan: PLAN, column: rider.id, was: null, carrier, moves: [] })
    const { text } = copyColumn(sceneAt(riding), riding.plans[PLAN]!.columns[rider.id]!)
    const put = pasteColumn(sceneAt(other), text, { index: 0 })
    if (typeof put === 'string') throw new Error(put)
    const now = after(other, put.draft).plans[PLAN]!.columns[put.id]!
    expect(now.carrier).toBeUndefined()
    expect(now.moves?.[0]?.place.x).toBeCloseTo(-100)
  })
})
