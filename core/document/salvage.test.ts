import { describe, expect, it } from 'vitest'
import { everything } from '../commands/ramble.test-helper'
import type { Shot } from '.'
import { openShot, openWhatFits, storeShot } from '.'

type Tree = Record<string, never>
const stored = () => JSON.parse(JSON.stringify(storeShot(everything()))) as Shot & Tree
/** A stored shot spoiled at some places. */
const spoiled = (spoil: (s: ReturnType<typeof stored>) => void) => {
  const s = stored()
  spoil(s)
  expect(openShot(s).ok).toBe(false)
  return s
}
const plan = (s: Shot) => s.plans[s.planOrder[0]!]!
const stack = (s: Shot) => s.stacks[Object.values(plan(s).columns)[0]!.stack]!

describe('a shot that does not fit', () => {
  it('is shown without what does not fit, which is named', () => {
    const s = spoiled(x => {
      const [drawing] = Object.values(stack(x).drawings)
      Object.assign(drawing!, { role: 'none' })
      Object.assign(Object.values(plan(x).charts)[0]!, { ticks: 'many' })
    })
    const out = openWhatFits(s)!
    const drawings = Object.keys(stack(s).drawings)
    expect(Object.keys(stack(out.shot).drawings).sort()).toEqual(drawings.sort())
    expect(out.left).toEqual([expect.stringMatching(/^what is on drawing /), 'a chart'])
    expect(Object.keys(plan(out.shot).columns)).toHaveLength(plan(s).order.length)
  })
  it('a column whose exposures do not fit is left out, the others stay', () => {
    const s = spoiled(x => Object.assign(Object.values(plan(x).columns)[0]!, { runs: null }))
    const out = openWhatFits(s)!
    expect(out.left[0]).toMatch(/^the column /)
    expect(plan(out.shot).order.length).toBeGreaterThan(0)
    expect(plan(out.shot).order.length).toBeLessThan(plan(s).order.length)
  })
  it('notes that do not fit go together', () => {
    const s = spoiled(x => Object.assign(plan(x), { notes: { n: { id: 'n', text: '' } } }))
    expect(openWhatFits(s)!.left).toEqual(['notes, pins, sounds, lines and kept spacings'])
  })
  it('one that opens is given whole, what is no shot not at all', () => {
    expect(openWhatFits(stored())).toMatchObject({ left: [] })
    for (const odd of [null, 3, {}, { schema: 99 }, { schema: 5, planOrder: [] }]) expect(openWhatFits(odd)).toBeNull()
  })
  it('one chart of many is found by few looks, and the others stay', () => {
    let charts = 0
    const s = spoiled(x => {
      const p = plan(x) as unknown as { charts: Record<string, object> }
      const [chart] = Object.values(p.charts) as [{ ticks: unknown[] }]
      // Many charts without in-betweens, and one among them that names what is not there.
      for (let i = 0; i < 300; i++)
        p.charts[`more-${i}`] = { ...chart, id: `more-${i}`, ticks: [], ...(i === 123 ? { from: 'none' } : {}) }
      charts = Object.keys(p.charts).length
    })
    const out = openWhatFits(s)!
    expect(out.left).toEqual(['a chart'])
    expect(Object.keys(plan(out.shot).charts)).toHaveLength(charts - 1)
    expect(plan(out.shot).charts['more-123']).toBeUndefined()
  })
})
