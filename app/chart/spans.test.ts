import { describe, expect, it } from 'vitest'
import {
  done,
  drawn,
  emptyShot,
  PLAN,
  planned,
  posedShot,
  runOn,
  STACK,
  standing,
  where,
} from '#core/commands/fixture.test-helper'
import { restPose } from '#core/figure'
import { vec } from '#core/motion'
import { workOf } from '#core/pass'
import type { Chart, Shot } from '#core/document'
import { after, deskOn } from '~/desk/scene.test-helper'
import {
  cut,
  giveSpacing,
  join,
  nextToDraw,
  numberByFrame,
  passHere,
  passUnder,
  selectedPasses,
  spacingOf,
  throwAt,
  unwedge,
  wedge,
} from './spans'

const charts = (shot: Shot): Chart[] => Object.values(shot.plans[PLAN]!.charts)
const places = (c: Chart) => c.ticks.map(t => t.u)

/** The first span exposed backward behind the second pose. */
function withReturn(): Shot {
  let shot = done(planned(), 'drawing.remove', { stack: STACK, drawing: 'd25' })
  for (const drawing of ['d11', 'd9', 'd7', 'd1'])
    shot = done(shot, 'run.expose', { ...where, drawing, at: null, frames: 2 })
  return shot
}

describe('the span one is in', () => {
  it('on the last pose is the one that ends there', () => {
    const [scene, focus] = deskOn(planned(), 26)
    expect(passUnder(scene, focus)).toBeNull()
    expect(passHere(scene, focus)!.to.drawing).toBe('d25')
    expect(passHere(...deskOn(emptyShot()))).toBeNull()
  })
  it('or all that selected frames touch', () => {
    const spans = (first: number, last: number) =>
      selectedPasses(...deskOn(planned(), 3, { first, last })).map(p => p.from.drawing)
    expect([spans(1, 4), spans(10, 14), spans(3, 3)]).toEqual([['d1'], ['d1', 'd13'], ['d1']])
  })
})

describe('cutting and joining', () => {
  const shot = planned()
  const [scene, focus] = deskOn(shot, 9)
  const [first] = charts(shot)
  it('make a breakdown of an in-between and an in-between of it again, in its place', () => {
    const two = after(shot, cut(scene, focus, first!, drawn(shot).d9!))
    expect(drawn(two).d9!.role).toBe('breakdown')
    expect(charts(two)).toHaveLength(3)
    const one = after(two, join(...deskOn(two, 9), drawn(two).d9!) as Exclude<ReturnType<typeof join>, string>)
    expect(drawn(one).d9!.role).toBe('in-between')
    expect(charts(one)).toHaveLength(2)
    const joined = charts(one).find(c => c.from === 'd1')!
    expect(places(joined)).toEqual(places(first!).map(u => expect.closeTo(u)))
  })
  it('are refused in words', () => {
    expect(cut(scene, focus, first!, drawn(shot).d19!)).toBeNull()
    expect(join(scene, focus, drawn(shot).d25!)).toMatch(/no chart on both sides of 25/)
  })
})

it('a wedge opens room beside a pose, and is taken out again', () => {
  const shot = planned()
  const [scene, focus] = deskOn(shot, 3)
  const pass = passHere(scene, focus)!
  for (const side of ['first', 'second'] as const) {
    const wider = after(shot, wedge(scene, focus, pass, side))
    const its = charts(wider).find(c => c.from === 'd1')!
    expect(its.ticks).toHaveLength(4)
    const all = [0, ...places(its), 1]
    if (side === 'first') expect(all[1]).toBeCloseTo(all[2]! / 2)
    else expect(all[4]).toBeCloseTo((all[3]! + 1) / 2)
    const [s, f] = deskOn(wider, 3)
    const back = after(wider, unwedge(s, f, passHere(s, f)!, side))
    expect(places(charts(back).find(c => c.from === 'd1')!)).toEqual(places(charts(shot)[0]!))
  }
})

describe('the order of work', () => {
  it('names each drawing with the two it lies between', () => {
    const shot = planned()
    const lines = workOf(deskOn(shot)[1].stack!, charts(shot)[0]!)
    // Common practice: of 1/8, 1/4, 1/2 the half comes first, then the half of that, then the half of that.
    expect(lines.map(l => [l.drawing.number, l.first.number, l.second.number, l.words])).toEqual([
      ['11', '1', '13', 'half'],
      ['9', '1', '11', 'half'],
      ['7', '1', '9', 'half'],
    ])
  })
  it('gives what is to be drawn next, from the span one is in on', () => {
    const next = (frame: number, shot = planned()) => nextToDraw(...deskOn(shot, frame))?.line.drawing.number
    const [inSecond] = workOf(deskOn(planned())[1].stack!, charts(planned())[1]!)
    expect([next(3), next(15)]).toEqual(['11', inSecond!.drawing.number])
    const drawnOne = done(planned(), 'drawing.pose', {
      stack: STACK,
      drawing: 'd11',
      poses: { keeper: standing },
      fix: { poses: { keeper: standing }, strokes: [] },
    })
    expect(next(3, drawnOne)).toBe('9')
    expect(nextToDraw(...deskOn(posedShot()))).toBeNull()
  })
})

it('in-betweens are numbered by the frames they fall on', () => {
  expect(numberByFrame(deskOn(planned())[1])).toBeNull()
  const shot = planned()
  const moved = done(shot, 'run.push', {
    ...where,
    run: runOn(shot, '1'),
    delta: 2,
  })
  const numbers = Object.values(drawn(after(moved, numberByFrame(deskOn(moved)[1]))))
  expect(numbers.map(d => d.number)).toEqual(['1', '13', '25', '9', '11', '13a', '19', '21', '23', '25a'])
})

describe('a spacing', () => {
  const shot = withReturn()
  const desk = deskOn(shot)
  const passes = [3, 17].map(f => passHere(...deskOn(shot, f))!)
  it('is taken as it is seen, on the way back turned round', () => {
    expect(passes.map(p => p.backward)).toEqual([false, true])
    expect(spacingOf(passes[0]!)!.places).toEqual([1 / 8, 1 / 4, 1 / 2])
    expect(spacingOf(passes[1]!)!.places).toEqual([1 / 2, 3 / 4, 7 / 8])
    expect(spacingOf(passes[1]!)!.recipe).toMatchObject({ family: 'halves', slow: 'second' })
  })
  it('given back to where it was taken changes nothing', () => {
    for (const pass of passes) {
      const again = after(shot, giveSpacing(desk[0], pass, spacingOf(pass)!))
      expect(places(charts(again)[0]!)).toEqual(places(charts(shot)[0]!).map(u => expect.closeTo(u)))
    }
  })
  it('free places are given as they are, or their shape where there are more', () => {
    const all = planned()
    const [one, two] = [3, 15].map(f => passHere(...deskOn(all, f))!)
    const free = { recipe: { family: 'free' as const }, places: [0.1, 0.5, 0.6] }
    expect(places(charts(after(all, giveSpacing(deskOn(all)[0], one!, free)))[0]!)).toEqual(free.places)
    const four = places(charts(after(all, giveSpacing(deskOn(all)[0], two!, free)))[1]!)
    expect(four).toHaveLength(4)
    expect([...four].sort((a, b) => a - b)).toEqual(four)
  })
})

describe('a throw', () => {
  /** Poses of the keeper at some heights on 1, 13 and 25. */
  const at = (...ys: number[]): Shot =>
    ['d1', 'd13', 'd25'].reduce(
      (s, drawing, i) =>
        done(s, 'drawing.pose', { stack: STACK, drawing, poses: { keeper: restPose(vec(800, ys[i]!)) } }),
      planned(),
    )
  const thrown = (shot: Shot, frame: number) => {
    const [scene, focus] = deskOn(shot, frame)
    return throwAt(scene, focus, passHere(scene, focus)!)
  }
  it('goes up to its top slower and slower, and down from it faster and faster', () => {
    const shot = at(700, 300, 700)
    for (const frame of [3, 15]) {
      const draft = thrown(shot, frame)
      if (typeof draft === 'string') throw new Error(draft)
      const [up, down] = charts(after(shot, draft)).map(c => [0, ...places(c), 1])
      const gaps = (row: number[]) => row.slice(1).map((u, i) => u - row[i]!)
      expect(gaps(up!.slice(1))).toEqual([...gaps(up!.slice(1))].sort((a, b) => b - a))
      expect(gaps(down!)).toEqual([...gaps(down!)].sort((a, b) => a - b))
    }
  })
  it('needs a top', () => expect(thrown(at(700, 700, 700), 3)).toMatch(/on the way up to its top/))
})
