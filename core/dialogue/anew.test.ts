import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Run, Runs } from '../sheet'
import { eachRun, listOf, runsOf, shownAt } from '../sheet'
import type { Exposed, MouthSpan } from '.'
import { besides, byHand, exposedAs, withMouths } from '.'

let made = 0
const newId = () => `new-${++made}`
/** "shut*4 open*2": exposures, each with an id of its own. */
const runs = (text: string): Runs =>
  runsOf(
    text.split(' ').map((part, i): Run => {
      const [drawing, frames] = part.split('*') as [string, string]
      return { id: `run-${i}`, drawing: drawing === 'X' ? null : drawing, frames: Number(frames) }
    }),
  )
const told = (r: Runs): string =>
  listOf(r)
    .map(x => `${x.drawing ?? 'X'}*${x.frames}`)
    .join(' ')
const spans = (text: string, from = 1): MouthSpan[] => {
  let frame = from
  return text.split(' ').flatMap(part => {
    const [drawing, frames] = part.split('*') as [string, string]
    const span = { frame, frames: Number(frames), drawing }
    frame += span.frames
    return drawing === '-' ? [] : [span]
  })
}
const handOf = (r: Runs, e: Exposed) => byHand(r, e).map(h => `${h.first}-${h.last}`)

describe('a reading that is put into a column', () => {
  const put = exposedAs(spans('shut*4 open*6 shut*2'), { first: 1, last: 12 })
  it('fills an empty one, and replaces what is there on its frames only', () => {
    expect(told(withMouths(runsOf([]), put, newId))).toBe('shut*4 open*6 shut*2')
    expect(told(withMouths(runs('wide*20'), put, newId))).toBe('shut*4 open*6 shut*2 wide*8')
    const later = exposedAs(spans('open*3 shut*3', 5), { first: 5, last: 10 })
    expect(told(withMouths(runs('wide*20'), later, newId))).toBe('wide*4 open*3 shut*3 wide*10')
    expect(told(withMouths(runsOf([]), later, newId))).toBe('X*4 open*3 shut*3')
  })
  it('keeps the exposures that are so already, with their ids', () => {
    const there = runs('shut*4 wide*6 shut*2 wide*3')
    const now = listOf(withMouths(there, put, newId))
    expect(now.map(r => r.id)).toEqual(['run-0', expect.stringMatching(/^new/), 'run-2', 'run-3'])
    expect(told(withMouths(runs('shut*4 open*6 shut*2'), put, newId))).toBe('shut*4 open*6 shut*2')
  })
  it('leaves the frames between its spans', () => {
    const gap = exposedAs(spans('shut*4 -*3 open*5'), { first: 1, last: 12 })
    expect(told(withMouths(runs('wide*20'), gap, newId))).toBe('shut*4 wide*3 open*5 wide*8')
  })
})

describe('what was changed by hand', () => {
  const put = exposedAs(spans('shut*4 open*6 shut*2'), { first: 1, last: 12 })
  it('is nothing where all is as it was put', () => {
    expect(handOf(runs('shut*4 open*6 shut*2 wide*5'), put)).toEqual([])
  })
  it('is the whole exposure in which a frame is another', () => {
    // The open mouth begins a frame earlier.
    expect(handOf(runs('shut*3 open*7 shut*2'), put)).toEqual(['4-10'])
    expect(handOf(runs('shut*4 wide*2 open*4 shut*2'), put)).toEqual(['5-6'])
    expect(handOf(runs('shut*4 X*6 shut*2'), put)).toEqual(['5-10'])
    // The column was cut short: the drawing that was last stays.
    expect(handOf(runs('shut*4 open*6'), put)).toEqual(['11-12'])
  })
  it('stays when the rest is exposed anew, and is not taken for more the next time', () => {
    const changed = runs('shut*3 open*7 shut*2')
    const anew = exposedAs(besides(spans('shut*5 open*6 shut*1'), byHand(changed, put)), put)
    const after = withMouths(changed, anew, newId)
    expect(told(after)).toBe('shut*3 open*8 shut*1')
    expect(handOf(after, anew)).toEqual(['4-10'])
    const again = exposedAs(besides(spans('shut*5 open*6 shut*1'), byHand(after, anew)), anew)
    expect(again).toEqual(anew)
  })
})

describe('any reading', () => {
  const lengths = fc.array(fc.record({ d: fc.constantFrom('a', 'b', 'c'), n: fc.integer({ min: 1, max: 9 }) }), {
    minLength: 1,
    maxLength: 12,
  })
  const text = lengths.map(list => list.map(x => `${x.d}*${x.n}`).join(' '))
  const seen = (r: Runs, f: number) => shownAt(r, f)?.run.drawing ?? null

  it('is seen where it was put, everything else as before; put again it changes nothing', () => {
    fc.assert(
      fc.property(text, text, fc.integer({ min: 1, max: 15 }), (there, wanted, first) => {
        const before = runs(there)
        const list = spans(wanted, first)
        const end = list.at(-1)!
        const put = exposedAs(list, { first, last: end.frame + end.frames - 1 })
        const after = withMouths(before, put, newId)
        for (let f = 1; f <= Math.max(before.frames, put.last); f++) {
          const own = list.find(s => s.frame <= f && f < s.frame + s.frames)
          expect(seen(after, f)).toBe(own ? own.drawing : seen(before, f))
        }
        expect(new Set(listOf(after).map(r => r.id)).size).toBe(after.count)
        expect(handOf(after, put)).toEqual([])
        expect(listOf(withMouths(after, put, newId))).toEqual(listOf(after))
      }),
    )
  })
  it('keeps to the hand what the hand changed, however often it is done again', () => {
    fc.assert(
      fc.property(text, text, text, (first, changed, next) => {
        const whole = { first: 1, last: 40 }
        const long = (t: string) => spans(`${t} a*40`).map(s => ({ ...s, frames: Math.min(s.frames, 41 - s.frame) }))
        const valid = (t: string) => long(t).filter(s => s.frames > 0)
        const put = exposedAs(valid(first), whole)
        const now = runs(changed)
        const hand = byHand(now, put)
        const anew = exposedAs(besides(valid(next), hand), whole)
        const after = withMouths(now, anew, newId)
        for (const h of hand) for (let f = h.first; f <= h.last; f++) expect(seen(after, f)).toBe(seen(now, f))
        expect(byHand(after, anew)).toEqual(hand)
        const again = exposedAs(besides(valid(next), byHand(after, anew)), whole)
        expect(again).toEqual(anew)
        expect(told(withMouths(after, again, newId))).toBe(told(after))
      }),
    )
  })
  it('walks the exposures of a long column once', () => {
    const long = runsOf(
      Array.from({ length: 7000 }, (_, i) => ({ id: `r${i}`, drawing: i % 2 ? 'a' : 'b', frames: 2 })),
    )
    const put = exposedAs(
      [...eachRun(long)].map(({ run, start }) => ({ frame: start, frames: 2, drawing: run.drawing! })),
      { first: 1, last: 14_000 },
    )
    expect(byHand(long, put)).toEqual([])
    expect(listOf(withMouths(long, put, newId))).toEqual(listOf(long))
  })
})
