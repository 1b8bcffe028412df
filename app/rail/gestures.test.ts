import { describe, expect, it } from 'vitest'
import { charted, exposures, PLAN, planned, posedShot } from '#core/commands/fixture.test-helper'
import { passFrames } from '#core/pass'
import { after } from '~/desk/scene.test-helper'
import type { Drafted } from './gestures'
import { led, lengthened, pulled, spaced, stretched, traded } from './gestures'
import { familyHandles, leadMarkers } from './handles'
import { onRail, rows, scale } from './rail.test-helper'

const { shot, scene, focus, bar } = onRail()
const px = (u: number) => u * scale.span
const places = (drafted: Drafted | null, chart = 'c1-13') =>
  after(shot, drafted!.drafts).plans[PLAN]!.charts[chart]!.ticks.map(t => t.u)
const timed = (drafted: Drafted | null) => exposures(after(shot, drafted!.drafts))

it('the bars begin where these tests say', () =>
  expect(exposures(shot)).toBe('1*6 7*2 9*2 11*2 13*4 17*2 19*2 21*2 23*2 25*6'))

describe('a bar dragged sideways', () => {
  const drag = (number: string, u: number, { free = false } = {}) =>
    spaced(scene, focus, { bars: [bar(number)], held: bar(number), dx: px(u), scale, free })
  it('changes the place in the span and no frame', () => {
    const out = drag('9', 0.03, { free: true })!
    expect(places(out)).toEqual([1 / 8, expect.closeTo(0.28), 1 / 2])
    expect(timed(out)).toBe(exposures(shot))
  })
  it('is drawn to halves of others', () => {
    const out = drag('9', 0.05)!
    expect(places(out)[1]).toBeCloseTo((1 / 8 + 1 / 2) / 2)
    expect(out.words).toContain('half of 7–11')
  })
  it('stays between its neighbours, unless it is free', () => {
    expect(places(drag('9', 0.6))[1]).toBeLessThanOrEqual(1 / 2)
    expect(places(drag('9', 0.6, { free: true }))[1]).toBeCloseTo(0.85)
  })
  it('goes a little beyond the poses and no farther', () => {
    expect(places(drag('11', 3, { free: true }))[2]).toBeCloseTo(1.32)
    expect(places(drag('7', -3, { free: true }))[0]).toBeCloseTo(-0.32)
  })
  it('takes those that are picked along, in other spans too, and no pose', () => {
    const out = spaced(scene, focus, {
      bars: [bar('9'), bar('13'), bar('19')],
      held: bar('9'),
      dx: px(0.1),
      scale,
      free: true,
    })
    expect(places(out)[1]).toBeCloseTo(0.35)
    expect(places(out, 'c13-25')[1]).toBeCloseTo(2 / 5 + 0.1)
    expect(out!.words).toBe('3 drawings sideways. Their frames stay.')
  })
  it('on the way back counts from the arrival', () => {
    const way = charted(posedShot(), '1', '13', ['7', '9', '11'])
    const back = [['d11', 2] as const, ['d9', 2] as const, ['d7', 2] as const, ['d1', 4] as const].reduce(
      (s, [drawing, frames]) =>
        after(s, {
          name: 'run.expose',
          args: { plan: PLAN, column: focus.column!.id, drawing, at: null, frames },
        }),
      after(way, { name: 'drawing.remove', args: { stack: focus.stack!.id, drawing: 'd25' } }),
    )
    const there = onRail(back)
    const held = there.rail.bars.filter(b => b.number === '9').at(-1)!
    expect(held.section!.pass.backward).toBe(true)
    const out = spaced(there.scene, there.focus, { bars: [held], held, dx: px(0.1), scale, free: true })!
    expect(out.drafts[0]).toMatchObject({ name: 'chart.tick', args: { u: expect.closeTo(0.4) } })
  })
  it('means nothing for a pose', () => expect(drag('13', 0.1)).toBeNull())
})

describe('a bar dragged up and down', () => {
  it('trades with its neighbours, the total stays', () => {
    const out = traded(scene, focus, { bars: [bar('9')], held: bar('9'), rows: 1 })!
    expect(timed(out)).toBe('1*6 7*3 9*2 11*1 13*4 17*2 19*2 21*2 23*2 25*6')
    expect(out.words).toBe('Trade: drawing 9 1 frame later, the total stays.')
    expect(traded(scene, focus, { bars: [bar('9')], held: bar('9'), rows: 0 })).toBeNull()
  })
  it('goes in blocks where others lie between', () => {
    const bars = [bar('9'), bar('11'), bar('19')]
    const out = traded(scene, focus, { bars, held: bar('9'), rows: -1 })!
    expect(out.drafts).toHaveLength(2)
    expect(timed(out)).toBe('1*6 7*1 9*2 11*2 13*5 17*1 19*2 21*3 23*2 25*6')
  })
})

describe('the end of a bar', () => {
  const end = (number: string, by: number, { trades = false } = {}) =>
    lengthened(scene, focus, { bars: [bar(number)], held: bar(number), rows: by, trades })
  it('pushes what follows', () => {
    expect(timed(end('9', 3))).toBe('1*6 7*2 9*5 11*2 13*4 17*2 19*2 21*2 23*2 25*6')
    expect(end('9', 3)!.words).toBe('Push: drawing 9 3 more, held 5; what follows moves.')
  })
  it('trades with the next', () => expect(timed(end('9', 1, { trades: true }))).toMatch('1*6 7*2 9*3 11*1 13*4'))
  it('stops at one frame, and pulled on past it takes the exposure away', () => {
    expect(timed(end('9', -2))).toMatch('1*6 7*2 9*1 11*2')
    expect(timed(end('9', -3))).toMatch('1*6 7*2 11*2 13*4')
    expect(timed(end('9', -3, { trades: true }))).toMatch('1*6 7*2 11*4 13*4')
  })
  it('of several pushes each, never below one frame', () => {
    const bars = [bar('1'), bar('9')]
    const out = lengthened(scene, focus, { bars, held: bar('9'), rows: -3, trades: false })!
    expect(timed(out)).toMatch('1*3 7*2 9*1 11*2')
    const single = [bar('9')].map(b => ({ ...b, run: { ...b.run, frames: 1 } }))
    expect(lengthened(scene, focus, { bars: single, held: single[0]!, rows: -1, trades: false })).toBeNull()
  })
})

it('the ring of a pose stretches the passage before it, the one after gives way or moves', () => {
  const ring = (how: { push: boolean }) => stretched(scene, focus, { held: bar('13'), rows: 2, ...how })
  expect(timed(ring({ push: false }))).toBe('1*8 7*2 9*2 11*2 13*2 17*2 19*2 21*2 23*2 25*6')
  expect(timed(ring({ push: true }))).toBe('1*8 7*2 9*2 11*2 13*4 17*2 19*2 21*2 23*2 25*6')
})

it('a handle of a family gives the recipe of where it is pulled', () => {
  const there = onRail(planned({ family: 'favours', slow: 'both', f: 0.2 }))
  const { section } = there.bar('9')
  const handle = familyHandles(section!.pass).find(h => h.id === 'first')!
  const out = pulled(there.scene, { section: section!, handle, rows, scale, x: scale.x(0.1), y: 0 })!
  const chart = after(there.shot, out.drafts).plans[PLAN]!.charts['c1-13']!
  expect(chart.recipe).toMatchObject({ family: 'favours', f: expect.closeTo(0.1) })
  // Common practice: the first and the last in-between are as near to their poses as the favour says.
  expect([chart.ticks[0]!.u, chart.ticks.at(-1)!.u]).toEqual([expect.closeTo(0.1), expect.closeTo(0.9)])
})

describe('a lead marker', () => {
  const { section } = bar('9')
  const marker = leadMarkers(focus.stack!, section!, { rows, scale }, []).find(m => m.key === 'keeper/head')!
  const drag = (frames: number) => led(scene, { section: section!, marker, rows, scale, dy: -frames * rows.px })
  const frames = passFrames(section!.pass)
  const share = (d: Drafted) => after(shot, d.drafts).plans[PLAN]!.charts['c1-13']!.leads?.['keeper/head'] ?? 0
  it('goes by half frames, up is ahead', () => {
    expect(share(drag(1.4))).toBeCloseTo(1.5 / frames)
    expect(drag(1.4).words).toMatch(/1\.5 frames ahead of the rest/)
    expect(share(drag(-1))).toBeCloseTo(-1 / frames)
  })
  it('back in its place is with the rest', () => expect(drag(0.2).words).toMatch(/with the rest/))
  it('stops at the most a part can lead', () => expect(share(drag(99))).toBe(share(drag(50))))
})
