import { describe, expect, it } from 'vitest'
import { layBones, person, oneBoneFigure, restPose } from '../figure'
import { affineOf, STILL, vec } from '../motion'
import { contentMarks } from '../picture'
import type { Stroke } from '../stroke'
import { Contents, sceneOf } from '../pass'
import type { Shot } from '../document'
import { firstLost, imageHashes, openShot, storeShot, strokeHashes } from '../document'
import { done, drawn, PLAN, posedShot, refusal, STACK, standing, undone } from './fixture.test-helper'

const hash = (n: number): string => n.toString(16).padStart(64, '0')
const line: Stroke = {
  schema: 1,
  colour: '#26302c',
  width: 4,
  pressure: true,
  points: [0, 0, 0.5, 10, 0, 0.5, 20, 0, 0.5],
}
const strokeBy = () => line
const on = { stack: STACK, drawing: 'd1' }
const withStrokes = (...ids: string[]): Shot =>
  done(posedShot(), 'stroke.add', { ...on, strokes: ids.map((id, i) => ({ id, hash: hash(i + 1) })) })
const refs = (s: Shot, d = 'd1') => drawn(s)[d]!.content.strokes
const move = affineOf({ ...STILL(vec(0, 0)), move: vec(100, 50) })

describe('strokes on a drawing', () => {
  it('a flat shape can lie beneath the lines', () => {
    const s = done(withStrokes('a'), 'stroke.add', { ...on, strokes: [{ id: 'f', hash: hash(9) }], under: true })
    expect(refs(s).map(r => r.id)).toEqual(['f', 'a'])
  })
  it('what is left of a rubbed stroke stands in its place', () => {
    const before = withStrokes('a', 'b', 'c')
    const s = done(before, 'stroke.replace', {
      ...on,
      strokes: {
        b: [
          { id: 'b1', hash: hash(7) },
          { id: 'b2', hash: hash(8) },
        ],
        c: [],
      },
    })
    expect(refs(s).map(r => r.id)).toEqual(['a', 'b1', 'b2'])
    expect(undone(before, s)).toBe(true)
    expect(refusal(s, 'stroke.replace', { ...on, strokes: { b: [] } })).toMatchObject({ code: 'gone' })
    expect(refusal(s, 'stroke.replace', { ...on, strokes: { a: [{ id: 'b1', hash: hash(7) }] } })).toMatchObject({
      code: 'invalid',
    })
  })
  it('move with figures, on several drawings at once, each by its own map', () => {
    const before = done(withStrokes('a', 'b'), 'stroke.add', {
      stack: STACK,
      drawing: 'd13',
      strokes: [{ id: 'x', hash: hash(1) }],
    })
    const s = done(before, 'strokes.map', {
      stack: STACK,
      keepWidth: true,
      drawings: {
        d1: { strokes: ['a'], subjects: ['keeper'], at: move },
        d13: { strokes: ['x'], subjects: [], at: affineOf({ ...STILL(vec(0, 0)), scale: vec(2, 2) }) },
      },
    })
    expect(refs(s)[0]!.at).toEqual([1, 0, 0, 1, 100, 50])
    expect(refs(s)[1]).toEqual({ id: 'b', hash: hash(2) })
    expect(drawn(s).d1!.content.poses.keeper!.place).toEqual({ x: standing.place.x + 100, y: standing.place.y + 50 })
    expect(refs(s, 'd13')[0]).toMatchObject({ at: [2, 0, 0, 2, 0, 0], width: 0.5 })
    expect(undone(before, s)).toBe(true)
    const twice = done(s, 'strokes.map', {
      stack: STACK,
      keepWidth: false,
      drawings: { d1: { strokes: ['a'], subjects: [], at: move } },
    })
    expect(refs(twice)[0]!.at).toEqual([1, 0, 0, 1, 200, 100])
    expect(
      refusal(s, 'strokes.map', {
        stack: STACK,
        keepWidth: false,
        drawings: { d1: { strokes: ['gone'], subjects: [], at: move } },
      }),
    ).toMatchObject({ code: 'gone' })
    expect(
      refusal(s, 'strokes.map', {
        stack: STACK,
        keepWidth: false,
        drawings: { d1: { strokes: [], subjects: ['none'], at: move } },
      }),
    ).toMatchObject({ code: 'gone' })
  })
  it('are drawn where they were moved to', () => {
    const s = done(withStrokes('a'), 'strokes.map', {
      stack: STACK,
      keepWidth: false,
      drawings: { d1: { strokes: ['a'], subjects: [], at: move } },
    })
    const stack = s.stacks[STACK]!
    const mark = contentMarks({ ...stack, subjects: {} }, drawn(s).d1!.content, strokeBy)[0]!
    const plain = contentMarks(
      { ...stack, subjects: {} },
      { poses: {}, strokes: [{ id: 'a', hash: hash(1) }] },
      strokeBy,
    )[0]!
    if (mark.kind !== 'stroke' || plain.kind !== 'stroke') throw new Error('A stroke was expected.')
    mark.outline.forEach((n, i) => expect(n).toBeCloseTo(plain.outline[i]! + (i % 2 ? 50 : 100), 9))
  })
})

describe('named parts', () => {
  const part = { id: 'head', name: 'Head', kind: 'part' as const, figure: oneBoneFigure('head', 'Head', 40) }
  const parted = (): Shot => {
    const s = done(withStrokes('a', 'b'), 'subject.add', { stack: STACK, subject: part, drawing: null, pose: null })
    return done(s, 'strokes.part', { ...on, strokes: ['a'], part: 'head' })
  }
  it('strokes belong to them, and to none again', () => {
    const s = parted()
    expect(refs(s).map(r => r.part)).toEqual(['head', undefined])
    expect(refs(done(s, 'strokes.part', { ...on, strokes: ['a'], part: null }))[0]).toEqual({ id: 'a', hash: hash(1) })
    expect(refusal(s, 'strokes.part', { ...on, strokes: ['a'], part: 'keeper' })).toMatchObject({ code: 'gone' })
  })
  it('are seen alone, or not at all', () => {
    const s = parted()
    const { content } = drawn(s).d1!
    expect(contentMarks(s.stacks[STACK]!, content, strokeBy, p => p === 'head')).toHaveLength(1)
    expect(contentMarks(s.stacks[STACK]!, content, strokeBy, p => p !== 'head').some(m => m.kind === 'stroke')).toBe(
      true,
    )
  })
  it('deleting one leaves what was drawn', () => {
    const before = parted()
    const s = done(before, 'subject.remove', { stack: STACK, subject: 'head' })
    expect(refs(s)).toEqual([
      { id: 'a', hash: hash(1) },
      { id: 'b', hash: hash(2) },
    ])
    expect(undone(before, s)).toBe(true)
  })
  it('drawn once, a correction shows on every drawing that it is placed on; in between it is placed by the chart', () => {
    const before = parted()
    const at = (x: number) => restPose(vec(x, 100))
    const s = done(before, 'part.share', {
      stack: STACK,
      subject: 'head',
      strokes: [{ id: 'a', hash: hash(1) }],
      figure: part.figure,
      poses: { d1: at(100), d13: at(300) },
    })
    expect(refs(s).map(r => r.id)).toEqual(['b'])
    expect(strokeHashes(s)).toContain(hash(1))
    const outlines = (shot: Shot) =>
      ['d1', 'd13'].map(
        d =>
          contentMarks(shot.stacks[STACK]!, { poses: { head: drawn(shot)[d]!.content.poses.head! }, strokes: [] }, h =>
            h === hash(5) ? { ...line, width: 20 } : line,
          )[0],
      )
    const [one, two] = outlines(s)
    if (one?.kind !== 'stroke' || two?.kind !== 'stroke') throw new Error('A stroke was expected.')
    expect(two.outline[0]! - one.outline[0]!).toBeCloseTo(200, 9)
    const corrected = done(s, 'subject.set', { stack: STACK, subject: 'head', strokes: [{ id: 'a2', hash: hash(5) }] })
    outlines(corrected).forEach((m, i) => expect(m).not.toEqual(outlines(s)[i]))
    expect(undone(before, s)).toBe(true)
    const again = done(s, 'part.unshare', {
      stack: STACK,
      subject: 'head',
      strokes: { d1: [{ id: 'n1', hash: hash(1), part: 'head' }] },
    })
    expect(refs(again).map(r => r.id)).toEqual(['b', 'n1'])
    expect(drawn(again).d13!.content.poses.head).toBeUndefined()
    expect(refusal(again, 'part.unshare', { stack: STACK, subject: 'head', strokes: {} })).toMatchObject({
      code: 'changed',
    })
  })
})

describe('pictures', () => {
  const image = {
    id: 'plate',
    name: 'Plate',
    kind: 'image' as const,
    figure: oneBoneFigure('plate', 'Plate', 50),
    file: hash(77),
    width: 100,
    height: 100,
  }
  it('are placed on poses and computed in between in place, turn and size', () => {
    let s = done(posedShot(), 'subject.add', {
      stack: STACK,
      subject: image,
      drawing: 'd1',
      pose: restPose(vec(100, 100)),
    })
    s = done(s, 'drawing.pose', {
      stack: STACK,
      drawing: 'd13',
      poses: { plate: { ...restPose(vec(300, 100), 3), angles: { top: 1 } } },
    })
    s = done(s, 'chart.fill', {
      plan: PLAN,
      column: 'shot0001.2',
      chart: 'c',
      from: { run: runIds(s)[0]!, at: 1 },
      to: { run: runIds(s)[1]!, at: 13 },
      recipe: { family: 'even' },
      step: 2,
      ticks: [{ drawing: 'm', number: '7', u: 0.5 }],
    })
    const content = new Contents().of(sceneOf(s, PLAN), s.stacks[STACK]!, 'm')
    expect(content.poses.plate).toMatchObject({ size: 2, angles: { top: 0.5 } })
    expect(content.poses.plate!.place.x).toBeCloseTo(200, 6)
    expect(imageHashes(s)).toEqual([hash(77)])
    const reopened = openShot(JSON.parse(JSON.stringify(storeShot(s))))
    expect(reopened).toMatchObject({ ok: true })
  })
})

describe('proportions', () => {
  it('in all drawings: the figure itself changes, its version is counted', () => {
    const before = posedShot()
    const figure = { ...person, bones: person.bones.map(b => (b.id === 'spine' ? { ...b, length: 200 } : b)) }
    const s = done(before, 'subject.set', { stack: STACK, subject: 'keeper', figure })
    const subject = s.stacks[STACK]!.subjects.keeper!
    expect(subject.figure.version).toBe(2)
    expect(layBones(subject.figure, standing).get('spine')!.tip.y).toBeCloseTo(500)
    expect(undone(before, s)).toBe(true)
    expect(refusal(s, 'subject.set', { stack: STACK, subject: 'keeper', strokes: [] })).toMatchObject({
      code: 'invalid',
    })
  })
})

describe('a column lined up with another', () => {
  const rope = {
    id: 'rope',
    name: 'Rope',
    stack: 'ropes',
    ink: '#5a4632',
    step: 2,
    background: false,
    locked: false,
    hidden: false,
    runs: [],
  }
  const follow = { plan: PLAN, column: 'rope', leader: 'shot0001.2' }
  const lined = (): Shot => {
    const s = done(posedShot(), 'column.add', {
      plan: PLAN,
      index: 1,
      stack: { id: 'ropes', subjects: {}, drawings: {} },
      column: rope,
    })
    return done(s, 'column.lineup', follow)
  }
  const seen = (s: Shot): string => {
    const { runs } = s.plans[PLAN]!.columns.rope!
    return runs.chunks
      .flatMap(c => c.runs)
      .map(r => `${r.drawing ? s.stacks.ropes!.drawings[r.drawing]!.number : 'X'}*${r.frames}`)
      .join(' ')
  }
  const first = (s: Shot, n: number) => ({ run: runIds(s)[n]!, at: 1 })
  it('gets an empty drawing wherever that one changes, named by its frame', () => {
    const s = lined()
    expect(seen(s)).toBe('1*12 13*12 25*6')
    expect(Object.values(s.stacks.ropes!.drawings).every(d => d.own && !d.content.strokes.length)).toBe(true)
    expect(firstLost(s)).toBeNull()
  })
  it('follows its re-timing, keeps its drawings, and gets more where more come', () => {
    let s = lined()
    s = done(s, 'stroke.add', { stack: 'ropes', drawing: runIds(s)[1]!, strokes: [{ id: 'r', hash: hash(1) }] })
    const longer = done(s, 'run.push', { plan: PLAN, column: 'shot0001.2', run: first(s, 0), delta: 4 })
    expect(seen(longer)).toBe('1*16 13*12 25*6')
    const traded = done(s, 'run.trade', { plan: PLAN, column: 'shot0001.2', run: first(s, 0), delta: -2 })
    expect(seen(traded)).toBe('1*10 13*14 25*6')
    const more = done(s, 'pose.add', {
      plan: PLAN,
      column: 'shot0001.2',
      drawing: { id: 'd40', number: '40', role: 'key', content: { poses: {}, strokes: [] } },
      where: { afterLast: 6 },
    })
    expect(seen(more)).toBe('1*12 13*12 25*6 31*2')
    const fewer = done(more, 'drawing.remove', { stack: STACK, drawing: 'd13' })
    expect(seen(fewer)).toBe('1*24 25*6 31*2')
    expect(fewer.stacks.ropes!.drawings[runIds(s)[1]!]!.content.strokes).toHaveLength(1)
    for (const after of [longer, traded, more]) expect(undone(s, after)).toBe(true)
  })
  it('its own timing is not changed until it is released', () => {
    const s = lined()
    const ownRun = s.plans[PLAN]!.columns.rope!.runs.chunks[0]!.runs[0]!.id
    const push = { plan: PLAN, column: 'rope', run: { run: ownRun, at: 1 }, delta: 2 }
    expect(refusal(s, 'run.push', push)).toMatchObject({
      code: 'locked',
      message: expect.stringMatching(/lined up with A/),
    })
    const released = done(s, 'column.release', { plan: PLAN, column: 'rope' })
    expect(seen(done(released, 'run.push', push))).toBe('1*14 13*12 25*6')
    expect(seen(done(released, 'run.push', { plan: PLAN, column: 'shot0001.2', run: first(s, 0), delta: 4 }))).toBe(
      '1*12 13*12 25*6',
    )
    expect(refusal(released, 'column.release', { plan: PLAN, column: 'rope' })).toMatchObject({ code: 'changed' })
    expect(undone(s, released)).toBe(true)
  })
  it('repeats what that one repeats, and is released when that one goes', () => {
    const s = lined()
    const repeated = done(s, 'repeat.set', {
      plan: PLAN,
      column: 'shot0001.2',
      repeat: { id: 'rp', first: first(s, 1), last: first(s, 2), times: 2, back: false },
    })
    expect(repeated.plans[PLAN]!.columns.rope!.repeats).toHaveLength(1)
    const alone = done(s, 'column.remove', { plan: PLAN, column: 'shot0001.2' })
    expect(alone.plans[PLAN]!.columns.rope!.leader).toBeUndefined()
    expect(firstLost(alone)).toBeNull()
  })
  it('a drawing of its own finds the exposure in whose frames it was shown', () => {
    let s = done(posedShot(), 'column.add', {
      plan: PLAN,
      index: 1,
      stack: { id: 'ropes', subjects: {}, drawings: {} },
      column: rope,
    })
    for (const [id, frame] of [
      ['p', 1],
      ['q', 14],
    ] as const)
      s = done(s, 'pose.add', {
        plan: PLAN,
        column: 'rope',
        drawing: { id, number: id, role: 'key', content: { poses: {}, strokes: [] } },
        where: frame === 1 ? { onFrame: 1 } : { afterLast: 13 },
      })
    expect(seen(done(s, 'column.lineup', follow))).toBe('p*12 q*12 25*6')
  })
  it('is not lined up with itself, with a follower, or in a ring', () => {
    const s = lined()
    expect(refusal(s, 'column.lineup', { plan: PLAN, column: 'shot0001.2', leader: 'rope' })).toMatchObject({
      code: 'invalid',
    })
    expect(refusal(s, 'column.lineup', { plan: PLAN, column: 'shot0001.2', leader: 'shot0001.2' })).toMatchObject({
      code: 'invalid',
    })
    expect(refusal(s, 'drawing.remove', { stack: 'ropes', drawing: runIds(s)[0]! })).toMatchObject({ code: 'locked' })
  })
})

/** Ids of the exposures of the first column. */
const runIds = (s: Shot): string[] =>
  s.plans[PLAN]!.columns['shot0001.2']!.runs.chunks.flatMap(c => c.runs).map(r => r.id)
