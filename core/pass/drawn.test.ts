import { describe, expect, it } from 'vitest'
import { charted, done, exposures, PLAN, posedShot, runOn, STACK, where } from '../commands/fixture.test-helper'
import type { Chart, Content, Shot, Tie } from '../document'
import type { Stroke } from '../stroke'
import type { Line } from '../tie'
import { contentMarks } from '../picture'
import { mappedLine, scribble, turnedAbout } from '../tie/lines.test-helper'
import { Contents, keepMatch, knownMatch, matchAtOnce, sceneOf, solid } from '.'
import { matchOf } from '../tie'

const shelf = new Map<string, Stroke>()
const keep = (stroke: Stroke): string => {
  const hash = [...shelf].find(([, s]) => s === stroke)?.[0] ?? String(shelf.size).padStart(64, '0')
  shelf.set(hash, stroke)
  return hash
}
let ids = 0
const newId = () => `id-${(ids += 1)}`
const strokeBy = (hash: string) => shelf.get(hash)

const drawOn = (shot: Shot, drawing: string, lines: readonly Line[]): Shot =>
  done(shot, 'stroke.add', {
    stack: STACK,
    drawing,
    strokes: lines.map(l => ({ id: l.id, hash: keep(l.stroke), ...(l.part ? { part: l.part } : {}) })),
  })

const pose = scribble(3, 8, 500)
const next = pose.map(l => mappedLine(l, turnedAbout(300, 300, 1), `${l.id}b`))
const last = pose.map(l => mappedLine(l, (x, y) => turnedAbout(300, 300, 1.8)(x + 80, y), `${l.id}c`))

/** 1, 13 and 25 drawn, 9 and 11 (even) and 17, 19, 21 between them. */
const drawnShot = (): Shot => {
  const bare = drawOn(drawOn(drawOn(posedShot(), 'd1', pose), 'd13', next), 'd25', last)
  return charted(charted(bare, '1', '13', ['5', '9', '11']), '13', '25', ['17', '19', '21'])
}
const shownIn = (shot: Shot, id: string, contents = new Contents()) =>
  contents.of(sceneOf(shot, PLAN), shot.stacks[STACK]!, id)
const strokesIn = (shot: Shot, id: string, contents = new Contents()) =>
  shownIn(shot, id, contents).drawn!.strokes(strokeBy)!
const pointsIn = (shot: Shot, id: string): number[][] => {
  const shown = shownIn(shot, id)
  return shown.drawn
    ? shown.drawn.strokes(strokeBy)!.map(b => [...b.stroke.points])
    : shown.strokes.map(s => [...shelf.get(s.hash)!.points])
}
const chartIn = (shot: Shot, id = 'c1-13'): Chart => shot.plans[PLAN]!.charts[id]!
const expectSame = (a: number[][], b: number[][], to = 0.06) => {
  expect(a.map(p => p.length)).toEqual(b.map(p => p.length))
  a.forEach((p, i) => p.forEach((n, k) => expect(Math.abs(n - b[i]![k]!)).toBeLessThan(to)))
}

describe('an in-between of drawn poses', () => {
  const shot = drawnShot()

  it('shows what its chart gives, until someone draws on it, and again when it is returned', () => {
    const state = (s: Shot) => new Contents().state(sceneOf(s, PLAN), s.stacks[STACK]!, 'd9')
    expect(state(shot)).toBe('computed')
    expect(strokesIn(shot, 'd9').map(b => b.from)).toEqual(pose.map(l => l.id))
    const fix = solid(shownIn(shot, 'd9'), { strokeBy, keep, newId })!
    expect(fix.strokes.length).toBe(pose.length)
    const own = done(shot, 'stroke.add', {
      stack: STACK,
      drawing: 'd9',
      strokes: [{ id: 'mine', hash: keep(pose[0]!.stroke) }],
      fix,
    })
    expect([state(own), own.stacks[STACK]!.drawings.d9!.content.strokes.length]).toEqual(['own', pose.length + 1])
    const back = done(own, 'drawing.release', { plan: PLAN, chart: 'c1-13', drawing: 'd9' })
    expect(state(back)).toBe('computed')
    expectSame(pointsIn(back, 'd9'), pointsIn(shot, 'd9'))
  })

  it('is drawn in the order of both poses, with its marks kept while nothing changes', () => {
    const stack = shot.stacks[STACK]!
    const content = shownIn(shot, 'd9')
    const marks = contentMarks(stack, content, strokeBy)
    expect(marks.filter(m => m.kind === 'stroke').length).toBe(pose.length)
    expect(contentMarks(stack, content, strokeBy)).toBe(marks)
  })

  it('waits for strokes that are not at hand, and for a pairing that is under way', () => {
    const contents = new Contents((a, b, ties) => knownMatch(a, b, ties))
    const fresh = drawnShotOf(scribble(5, 6, 400))
    const content = shownIn(fresh, 'd9', contents)
    expect(content.drawn!.strokes(() => undefined)).toBeNull()
    expect(content.drawn!.strokes(strokeBy)).toBeNull()
    const marks = contentMarks(fresh.stacks[STACK]!, content, strokeBy)
    expect(marks.filter(m => m.kind === 'stroke')).toEqual([])
    expect(content.drawn!.strokes(strokeBy, 'now')!.length).toBe(6)
    expect(contentMarks(fresh.stacks[STACK]!, content, strokeBy)).not.toBe(marks)
  })

  it('re-timing never changes the pairing, spacing never the ties', () => {
    const contents = new Contents()
    const way = (s: Shot) => shownIn(s, 'd9', contents).drawn!.wayBy(strokeBy)
    const tied = done(shot, 'chart.tie', { plan: PLAN, chart: 'c1-13', ties: [{ from: 's0', to: 's1b' }] })
    const before = way(tied)
    const spaced = done(tied, 'chart.tick', { plan: PLAN, chart: 'c1-13', drawing: 'd9', u: 0.6 })
    expect(chartIn(spaced).ties).toEqual([{ from: 's0', to: 's1b' }])
    expect(way(spaced)).toBe(before)
    const held = done(spaced, 'run.push', { ...where, run: runOn(spaced, '9'), delta: 3 })
    expect([exposures(spaced), exposures(held)].map(x => / 9\*(\d)/.exec(x)![1])).toEqual(['2', '5'])
    expect(way(held)).toBe(before)
  })

  it('cut at a tick moves nothing, not the other in-betweens either', () => {
    const cut = cutAt(shot, '9')
    for (const id of ['d5', 'd9', 'd11', 'd17', 'd19']) expectSame(pointsIn(cut, id), pointsIn(shot, id))
    const twice = cutAt(cut, '5')
    for (const id of ['d5', 'd9', 'd11']) expectSame(pointsIn(twice, id), pointsIn(shot, id))
    // Ties are said of the strokes of a span's own poses, also while it runs along the longer one.
    const there = sceneOf(cut, PLAN)
    const way = there.contents.wayOf(there, cut.stacks[STACK]!, chartIn(cut), strokeBy)!
    const strokesOn = (id: string) => cut.stacks[STACK]!.drawings[id]!.content.strokes.map(s => s.id)
    expect([way.a, way.b].map(lines => lines.map(l => l.id))).toEqual([strokesOn('d1'), strokesOn('d9')])
    // Once the drawing at the cut is another one, its spans go their own ways.
    const redrawn = done(cut, 'stroke.remove', {
      stack: STACK,
      drawing: 'd9',
      strokes: [cut.stacks[STACK]!.drawings.d9!.content.strokes[0]!.id],
    })
    expect(pointsIn(redrawn, 'd11').every(p => p.every(Number.isFinite))).toBe(true)
  })

  it('cut, tied by hand, and cut again moves nothing', () => {
    const drawn = drawOn(
      drawOn(done(posedShot(), 'subject.remove', { stack: STACK, subject: 'keeper' }), 'd1', pose),
      'd13',
      next,
    )
    const cut = cutAt(charted(drawn, '1', '13', ['3', '5', '7', '9']), '9')
    const tied = done(cut, 'chart.tie', { plan: PLAN, chart: 'c1-13', ties: [{ from: 's0', to: null }] })
    const twice = cutAt(tied, '5')
    for (const id of ['d3', 'd5', 'd7']) expectSame(pointsIn(twice, id), pointsIn(tied, id))
  })

  it('takes ties by hand; they outlive redrawing the others, and one to a stroke that is gone says nothing', () => {
    const ties: Tie[] = [
      { from: 's0', to: 's1b' },
      { from: 's2', to: null },
    ]
    const tied = done(shot, 'chart.tie', { plan: PLAN, chart: 'c1-13', ties })
    const pairs = (s: Shot) => strokesIn(s, 'd9').map(b => `${b.from}-${b.to}`)
    expect(pairs(tied)).toContain('s0-s1b')
    expect(pairs(tied)).not.toContain('s2-s2b')
    const redrawn = drawOn(done(tied, 'stroke.remove', { stack: STACK, drawing: 'd13', strokes: ['s5b'] }), 'd13', [
      mappedLine(next[5]!, (x, y) => [x + 2, y], 'new'),
    ])
    expect(pairs(redrawn)).toEqual(expect.arrayContaining(['s0-s1b', 's5-new']))
    const gone = done(tied, 'stroke.remove', { stack: STACK, drawing: 'd13', strokes: ['s1b'] })
    expect(pairs(gone)).toContain('s0-s0b')
    const free = done(tied, 'chart.untie', { plan: PLAN, chart: 'c1-13', ties: [ties[0]!] })
    expect(chartIn(free).ties).toEqual([ties[1]])
    expect(chartIn(done(free, 'chart.untie', { plan: PLAN, chart: 'c1-13', ties: null })).ties).toBeUndefined()
  })
})

function drawnShotOf(lines: readonly Line[]): Shot {
  const bare = drawOn(
    drawOn(posedShot(), 'd1', lines),
    'd13',
    lines.map(l => mappedLine(l, (x, y) => [x + 50, y], `${l.id}b`)),
  )
  return charted(bare, '1', '13', ['9', '11'])
}

function cutAt(shot: Shot, number: string): Shot {
  const drawing = `d${number}`
  const scene = sceneOf(shot, PLAN)
  const chart = scene.contents.chartOf(shot.plans[PLAN]!, drawing)!
  const ends = scene.contents.ends(scene, shot.stacks[STACK]!, chart)!
  const content: Content = solid(shownIn(shot, drawing), { strokeBy, keep, newId })!
  return done(shot, 'chart.cut', {
    plan: PLAN,
    chart: chart.id,
    drawing,
    content,
    second: `${chart.id}-${number}`,
    before: ends.before?.id ?? null,
    after: ends.after?.id ?? null,
    reached: chart.ticks.find(t => t.drawing === drawing)!.u,
    change: { first: {}, second: {} },
  })
}

it('keeps a match that was worked out elsewhere', () => {
  const [a, b, ties] = [scribble(8, 3), scribble(8, 3), [] as Tie[]]
  expect(knownMatch(a, b, ties)).toBeNull()
  const match = keepMatch(a, b, ties, matchOf(a, b, ties))
  expect(matchAtOnce(a, b, ties)).toBe(match)
})
