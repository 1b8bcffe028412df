import { describe, expect, it } from 'vitest'
import { chainOfLinks, jointsAlong, restPose, rowsOf } from '../figure'
import type { Pose } from '../figure'
import { vec } from '../motion'
import { contentMarks } from '../picture'
import type { Mark } from '../picture'
import type { Stroke } from '../stroke'
import type { Shot } from '../document'
import { boundTo, imageHashes, openShot, storeShot, strokeHashes } from '../document'
import { Contents, sceneOf } from '../pass'
import { charted, done, drawn, PLAN, posedShot, refusal, refused, STACK, undone } from './fixture.test-helper'

const hash = (n: number): string => n.toString(16).padStart(64, '0')
const hung: Pose = restPose(vec(400, 200))
const bones = rowsOf(chainOfLinks)[0]!.map(b => b.id)
const curled: Pose = { ...hung, angles: { 'link-2': 0.7, 'link-4': 0.7, 'link-6': 0.7 } }
const bound = {
  ...{ id: 'bound-01', bones, round: 1, across: 1 },
  joints: jointsAlong(chainOfLinks, hung, bones)!,
}
/** A line down along the chain, and a flat shape about its first links. */
const line: Stroke = { schema: 1, colour: '#26302c', width: 4, pressure: true, points: [410, 200, 0.5, 410, 464, 0.9] }
const shape: Stroke = { ...line, fill: true, points: [390, 200, 1, 410, 200, 1, 410, 280, 1, 390, 280, 1] }
const strokes: Record<string, Stroke> = { [hash(1)]: line, [hash(2)]: shape }
const strokeBy = (h: string) => strokes[h]
const of = { stack: STACK, subject: 'rope' }

/** A chain on two poses, drawn over on the first: nothing is bound yet. */
function drawnOver(): Shot {
  const subject = { id: 'rope', name: 'Rope', kind: 'figure' as const, figure: chainOfLinks }
  let s = done(posedShot(), 'subject.add', { stack: STACK, subject, drawing: 'd1', pose: hung })
  s = done(s, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { rope: curled } })
  return done(s, 'stroke.add', {
    ...{ stack: STACK, drawing: 'd1' },
    strokes: [
      { id: 'line', hash: hash(1) },
      { id: 'shape', hash: hash(2) },
      { id: 'other', hash: hash(1) },
    ],
  })
}
const bind = { stack: STACK, drawing: 'd1', subject: 'rope', bound, strokes: ['line', 'shape'], images: {} }
const whole = (): Shot => done(drawnOver(), 'bound.add', bind)
const rope = (s: Shot) => boundTo(s.stacks[STACK]!.subjects.rope!)

function marksOn(s: Shot, drawing: string, keeps: (m: Mark) => boolean = m => m.kind === 'stroke'): Mark[] {
  const stack = s.stacks[STACK]!
  return contentMarks(stack, new Contents().of(sceneOf(s, PLAN), stack, drawing), strokeBy).filter(keeps)
}

describe('what is bound to a chain', () => {
  it('leaves the drawing, stays where it was drawn, and is taken back', () => {
    const before = drawnOver()
    const s = done(before, 'bound.add', bind)
    expect(drawn(s).d1!.content.strokes.map(x => x.id)).toEqual(['other'])
    expect(rope(s)[0]!.strokes.map(x => x.id)).toEqual(['line', 'shape'])
    expect(strokeHashes(s).sort()).toEqual([hash(1), hash(2)])
    const box = (marks: Mark[]) => marks.flatMap(m => (m.kind === 'stroke' ? m.outline : []))
    const [x0, x1] = [Math.min, Math.max].map(f => f(...box(marksOn(s, 'd1')).filter((_, i) => i % 2 === 0)))
    expect(x0).toBeCloseTo(390, 6)
    expect(x1!).toBeLessThan(416)
    expect(undone(before, s)).toBe(true)
    const opened = openShot(JSON.parse(JSON.stringify(storeShot(s))))
    expect(opened.ok && rope(opened.shot)).toEqual(rope(s))
  })
  it('is seen on every drawing that the chain is on, bent as it hangs there, in place of its own shapes', () => {
    const s = whole()
    expect(marksOn(s, 'd13')).toHaveLength(2)
    expect(marksOn(s, 'd25')).toHaveLength(0)
    const ellipses = (x: Shot) => marksOn(x, 'd13', m => m.kind === 'ellipse').length
    const shown = done(s, 'bound.set', { ...of, bound: 'bound-01', shapes: true })
    expect(ellipses(shown) - ellipses(s)).toBe(6)
    expect(undone(s, shown)).toBe(true)
    // The middle of the line was drawn 10 px beside the chain, and is 6 to 8 px wide at its end.
    const end = jointsAlong(chainOfLinks, curled, bones)!.at(-1)!
    const outline = marksOn(s, 'd13')[0] as Extract<Mark, { kind: 'stroke' }>
    const near = Math.min(
      ...outline.outline.flatMap((x, i) => (i % 2 ? [] : [Math.hypot(x - end.x, outline.outline[i + 1]! - end.y)])),
    )
    expect(near).toBeGreaterThan(4)
    expect(near).toBeLessThan(12)
  })
  it('in-betweens with the chain: half way it hangs along the links that are half way', () => {
    const s = charted(whole(), '1', '13', ['7'])
    const stack = s.stacks[STACK]!
    const shown = new Contents().of(sceneOf(s, PLAN), stack, 'd7')
    const end = jointsAlong(chainOfLinks, shown.poses.rope!, bones)!.at(-1)!
    const [line7] = contentMarks(stack, shown, strokeBy).filter(m => m.kind === 'stroke')
    const outline = (line7 as Extract<Mark, { kind: 'stroke' }>).outline
    const last = Math.min(...outline.flatMap((x, i) => (i % 2 ? [] : [Math.hypot(x - end.x, outline[i + 1]! - end.y)])))
    expect(last).toBeLessThan(12)
  })
  it('lines keep their widths and grow with the figure only', () => {
    const s = done(whole(), 'drawing.pose', { stack: STACK, drawing: 'd25', poses: { rope: { ...hung, size: 2 } } })
    const width = (d: string): number => {
      const xs = (marksOn(s, d)[1] as Extract<Mark, { kind: 'stroke' }>).outline.filter((_, i) => i % 2 === 0)
      return Math.max(...xs) - Math.min(...xs)
    }
    expect(width('d25') / width('d1')).toBeCloseTo(2, 6)
  })
  it('can be rounder, and is deleted, each of which is taken back', () => {
    const s = whole()
    const rounder = done(s, 'bound.set', { ...of, bound: 'bound-01', round: 0.3 })
    expect([rope(rounder)[0]!.round, undone(s, rounder)]).toEqual([0.3, true])
    const gone = done(s, 'bound.remove', { ...of, bound: 'bound-01' })
    expect([rope(gone), undone(s, gone)]).toEqual([[], true])
    expect(storeShot(gone).stacks[STACK]!.subjects.rope).not.toHaveProperty('bound')
  })
  it('becomes strokes of the drawings when it is released', () => {
    const s = whole()
    const free = done(s, 'bound.release', {
      ...{ ...of, bound: 'bound-01', images: [] },
      strokes: { d1: [{ id: 'back', hash: hash(1) }], d13: [{ id: 'bent', hash: hash(2) }] },
    })
    expect(rope(free)).toEqual([])
    expect(drawn(free).d1!.content.strokes.map(x => x.id)).toEqual(['other', 'back'])
    expect(drawn(free).d13!.content.strokes.map(x => x.id)).toEqual(['bent'])
    expect(undone(s, free)).toBe(true)
  })
})

describe('a picture that is bound', () => {
  const picture = {
    ...{ id: 'ribbon', name: 'Ribbon', kind: 'image' as const, file: hash(9), width: 20, height: 264 },
    figure: chainOfLinks,
  }
  const at = [1, 0, 0, 1, 400, 332] as const
  const placed = (): Shot =>
    done(drawnOver(), 'subject.add', { stack: STACK, subject: picture, drawing: 'd1', pose: restPose(vec(400, 332)) })
  const withPicture = (): Shot => done(placed(), 'bound.add', { ...bind, strokes: [], images: { ribbon: at } })

  it('goes over to the chain, and its file is still the shot’s', () => {
    const s = withPicture()
    expect(s.stacks[STACK]!.subjects.ribbon).toBeUndefined()
    expect([imageHashes(s), undone(placed(), s)]).toEqual([[hash(9)], true])
  })
  it('lie from back to front, in whatever order the command names them', () => {
    const second = { ...picture, id: 'a-second' }
    const two = done(placed(), 'subject.add', { stack: STACK, subject: second, drawing: 'd1', pose: hung })
    for (const images of [
      { 'a-second': at, ribbon: at },
      { ribbon: at, 'a-second': at },
    ]) {
      const s = done(two, 'bound.add', { ...bind, strokes: [], images })
      expect(rope(s)[0]!.images.map(i => i.id)).toEqual(['ribbon', 'a-second'])
    }
  })
  it('is bent in triangles that meet and cover what it covered', () => {
    const area = (d: string): number => {
      const [m] = marksOn(withPicture(), d, x => x.kind === 'bent') as Extract<Mark, { kind: 'bent' }>[]
      for (const { at: map, corners } of m!.pieces) expect([...map, ...corners].every(Number.isFinite)).toBe(true)
      return m!.pieces.reduce((sum, { corners: [a, b, c, d2, e, f] }) => {
        const [x1, y1, x2, y2] = [c! - a!, d2! - b!, e! - a!, f! - b!]
        return sum + (x1 * y2 - x2 * y1) / 2
      }, 0)
    }
    expect(area('d1')).toBeCloseTo(20 * 264, 6)
    // The chain is a little shorter round its bends, its width is the same (see bend.test.ts).
    expect(area('d13') / (20 * 264)).toBeGreaterThan(0.95)
    expect(area('d13') / (20 * 264)).toBeLessThan(1.001)
  })
  it('stays where it is used elsewhere, and comes back as a picture', () => {
    const twice = done(placed(), 'drawing.pose', { stack: STACK, drawing: 'd25', poses: { ribbon: hung } })
    const s = done(twice, 'bound.add', { ...bind, strokes: [], images: { ribbon: at } })
    expect(s.stacks[STACK]!.subjects.ribbon).toBeDefined()
    expect(drawn(s).d1!.content.poses.ribbon).toBeUndefined()
    const free = done(s, 'bound.release', {
      ...{ ...of, bound: 'bound-01', strokes: {} },
      images: [{ subject: { ...picture, id: 'ribbon-2' }, poses: { d1: hung, d13: hung } }],
    })
    expect(drawn(free).d13!.content.poses['ribbon-2']).toEqual(hung)
    expect([rope(free), undone(s, free)]).toEqual([[], true])
  })
})

describe('what cannot be bound is refused, and nothing is changed:', () => {
  refused(drawnOver(), [
    ['bound.add', { ...bind, strokes: ['gone'] }, 'gone', /stroke is not on drawing 1/],
    ['bound.add', { ...bind, strokes: [] }, 'invalid', /Nothing is selected/],
    ['bound.add', { ...bind, images: { gone: [1, 0, 0, 1, 0, 0] } }, 'gone', /picture is not on drawing 1/],
    ['bound.add', { ...bind, subject: 'nobody' }, 'gone', /figure is not there/],
    ['bound.add', { ...bind, drawing: 'd25', strokes: [] }, 'gone', /Rope is not on drawing/],
    [
      'bound.add',
      { ...bind, bound: { ...bound, bones: ['link-1', 'link-3', 'link-4', 'link-5', 'link-6', 'link-2'] } },
      'invalid',
      /no bones of Rope in a row/,
    ],
    ['bound.set', { ...of, bound: 'gone', round: 1 }, 'gone', /not there any more/],
    ['bound.remove', { ...of, bound: 'gone' }, 'gone', /not there any more/],
    ['bound.release', { ...of, bound: 'gone', strokes: {}, images: [] }, 'gone', /not there any more/],
  ])
  it('twice under one id, with a joint too few, and a figure that would lose the bones', () => {
    expect(refusal(whole(), 'bound.add', { ...bind, strokes: ['other'] })).toMatchObject({ code: 'invalid' })
    const few = { ...bind, bound: { ...bound, joints: bound.joints.slice(1) } }
    expect(refusal(drawnOver(), 'bound.add', few)).toMatchObject({ code: 'invalid' })
    const short = { ...chainOfLinks, bones: chainOfLinks.bones.slice(0, 4) }
    expect(refusal(whole(), 'subject.set', { ...of, figure: short })).toMatchObject({ code: 'invalid' })
  })
})
