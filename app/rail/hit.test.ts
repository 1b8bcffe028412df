import { describe, expect, it } from 'vitest'
import type { Recipe } from '#core/chart'
import { recipeName } from '#core/chart'
import { planned } from '#core/commands/fixture.test-helper'
import { asKept } from '~/chart/fill'
import { movingWith, pickedBars } from './bars'
import { familyHandles, leadMarkers, MARKER, scaleOf, wayOf } from './handles'
import type { Hit, Targets } from './hit'
import { cursorOver, hitAt, sameHit, tipFor } from './hit'
import { passLabels } from './labels'
import { LOOSE } from './layout'
import type { OnRail } from './rail.test-helper'
import { onRail, rows, scale } from './rail.test-helper'

const there = onRail()
const targets = (on: OnRail, here = on.bar('9').section!.pass): Targets => ({
  rail: on.rail,
  rows,
  scale,
  stack: on.focus.stack,
  points: [],
  here,
})
/** What is hit on a bar, so many px below its top. */
function onBar(number: string, down: number, across = 0): Hit | null {
  const bar = there.bar(number)
  return hitAt({ ...targets(there), here: null }, scale.x(bar.x) + across, rows.y(bar.start) + down)
}
const told = (h: Hit | null) => (h?.kind === 'bar' ? `${h.bar.number} ${h.at}` : (h?.kind ?? null))

describe('a bar', () => {
  it('is taken by its body, by its end, and a pose by its ring', () => {
    expect([onBar('9', 10), onBar('9', 38), onBar('13', 4), onBar('13', 40)].map(told)).toEqual([
      '9 body',
      '9 end',
      '13 ring',
      '13 body',
    ])
  })
  it('reaches some px to both sides', () => {
    expect([-8, 8, -9, 9].map(x => told(onBar('9', 10, x)))).toEqual(['9 body', '9 body', null, null])
  })
  it('of a pose that ends a stretch is taken at the right edge too', () => {
    const { start } = there.bar('13')
    expect(told(hitAt({ ...targets(there), here: null }, scale.x(1), rows.y(start) + 30))).toBe('13 body')
  })
  it('that is loose stands at the left edge', () => {
    const loose = { ...there.bar('9'), kind: 'loose' as const, section: null }
    const rail = { ...there.rail, bars: [loose] }
    expect(told(hitAt({ ...targets(there), rail, here: null }, LOOSE, rows.y(loose.start) + 5))).toBe('9 body')
  })
  it('of a blank is nothing to take', () => {
    const rail = { ...there.rail, bars: [{ ...there.bar('9'), kind: 'blank' as const }] }
    expect(hitAt({ ...targets(there), rail, here: null }, scale.x(0.25), rows.y(9) + 5)).toBeNull()
  })
  it('says what can be done with it', () => {
    const hits = [onBar('9', 10), onBar('9', 38), onBar('13', 4), onBar('13', 40), null]
    expect(hits.map(h => cursorOver(h))).toEqual(['grab', 's-resize', 'ns-resize', 'grab', 'default'])
    expect(cursorOver(hits[0]!, { sideways: true })).toBe('ew-resize')
    expect(new Set(hits.map(tipFor)).size).toBe(5)
  })
  it('moves with all that are picked when it is one of them', () => {
    const picked = new Set([there.bar('9').run.id, there.bar('19').run.id])
    const moving = (number: string) => movingWith(there.scene, there.focus, there.bar(number), picked)
    expect(moving('9').map(b => b.number)).toEqual(['9', '19'])
    expect(moving('11').map(b => b.number)).toEqual(['11'])
    expect(pickedBars(there.scene, there.focus, new Set())).toEqual([])
  })
})

describe('handles and markers', () => {
  const on = onRail(planned({ family: 'favours', slow: 'both', f: 0.2 }))
  const section = on.bar('9').section!
  const lies = scaleOf(section, { rows, scale })
  it('lie over bars and are hit near where they stand', () => {
    const [first] = familyHandles(section.pass)
    const hit = hitAt(targets(on), lies.x(first!.u) + 5, lies.y(first!.t) - 5)
    expect(told(hit)).toBe('handle')
    expect([cursorOver(hit), tipFor(hit)]).toEqual(['move', first!.name])
    const [marker] = leadMarkers(on.focus.stack!, section, { rows, scale }, [])
    const lead = hitAt(targets(on), marker!.x, marker!.y)
    expect([told(lead), cursorOver(lead)]).toEqual(['lead', 'ns-resize'])
    expect(sameHit(hit, lead)).toBe(false)
    expect(sameHit(hit, hitAt(targets(on), lies.x(first!.u), lies.y(first!.t)))).toBe(true)
  })
  it('are there for the span that one stands in', () =>
    expect(told(hitAt({ ...targets(on), here: null }, lies.x(0.2), lies.y(0)))).not.toBe('handle'))
  it('offer the main parts of a figure side by side, what leads already first', () => {
    const markers = leadMarkers(on.focus.stack!, section, { rows, scale }, [])
    expect(markers.map(m => m.key)).toEqual(['keeper/place', 'keeper/head', 'keeper/near-hand', 'keeper/far-hand'])
    expect(markers.map(m => m.x)).toEqual([6, 6 + MARKER, 6 + 2 * MARKER, 6 + 3 * MARKER])
    expect(new Set(markers.map(m => m.y))).toEqual(new Set([lies.y(0.5)]))
    const points = [{ subject: 'keeper', part: 'spine' }]
    expect(leadMarkers(on.focus.stack!, section, { rows, scale }, points)[0]!.key).toBe('keeper/spine')
  })

  const families: Recipe[] = [
    { family: 'curve', handles: [0.3, 0.1, 0.6, 0.9] },
    { family: 'favours', slow: 'first', f: 0.15 },
    { family: 'favours', slow: 'second', f: 0.3 },
    { family: 'moving-hold', slow: 'both', drift: 0.08, last: 2 },
    { family: 'settle', swings: 3, damping: 0.3 },
    { family: 'wind-up', back: 0.2 },
  ]
  it.each(families.map(r => [recipeName(r), r] as const))('%s: held where they stand, nothing changes', (_name, r) => {
    const { pass } = onRail(planned(r)).bar('9').section!
    const kept = asKept(pass, pass.chart!.recipe)
    const handles = familyHandles(pass)
    expect(handles.length).toBeGreaterThan(0)
    for (const h of handles) expect(rounded(h.pull(h.t, h.u))).toEqual(rounded(kept))
  })
  it('of families without any there are none, and without a curve there is no way to draw', () => {
    const { pass } = onRail(planned({ family: 'halves', slow: 'first' })).bar('9').section!
    expect(familyHandles(pass)).toEqual([])
    expect(wayOf(pass)).toBeNull()
    expect(wayOf(onRail(planned(families[0])).bar('9').section!.pass)!(1)).toBeCloseTo(1)
  })
  it('cannot be pulled to what a family cannot be', () => {
    const pulledTo = (r: Recipe, t: number, u: number) =>
      familyHandles(onRail(planned(r)).bar('9').section!.pass).map(h => h.pull(t, u))
    for (const out of pulledTo(families[1]!, 0, 9)) expect(out).toMatchObject({ f: 0.5 })
    for (const out of pulledTo(families[4]!, 0, 0)) expect(out).toMatchObject({ swings: 12 })
    for (const out of pulledTo(families[5]!, 0, 4)) expect(out).toMatchObject({ back: 0.01 })
  })
})

/** A recipe with its numbers to three places. */
const rounded = (r: Recipe) =>
  JSON.parse(JSON.stringify(r, (_k, v: unknown) => (typeof v === 'number' ? Math.round(v * 1000) / 1000 : v))) as Recipe

describe('labels of spans', () => {
  const labels = (on: OnRail, sight = { top: -1, bottom: 2000 }, { again = false } = {}) =>
    passLabels(on.rail.stretches, { sight, rows, scale, step: 2, again: () => again })
  it('say how a span is spaced, beside its first pose', () =>
    expect(labels(there).map(l => [l.top, l.text])).toEqual([
      [0, expect.stringMatching(/ · 3$/)],
      [rows.y(13), expect.stringMatching(/ · 4$/)],
    ]))
  it('are those that begin in sight', () =>
    expect(labels(there, { top: 100, bottom: 2000 }).map(l => l.top)).toEqual([rows.y(13)]))
  it('say that a chart is passed once more', () =>
    expect(labels(there, undefined, { again: true })[0]!.text).toMatch(/^again · /))
  it('are left out where rows are too low to tell them apart', () => {
    const low = { px: 0.5, y: (f: number) => (f - 1) * 0.5, frameAt: () => 1 }
    expect(
      passLabels(there.rail.stretches, {
        sight: { top: -1, bottom: 99 },
        rows: low,
        scale,
        step: 2,
        again: () => false,
      }),
    ).toHaveLength(1)
  })
})
