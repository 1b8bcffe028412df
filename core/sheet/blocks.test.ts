import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Run } from '.'
import { blocksOf, changedBlocks, joined, listOf, runAt, runsOf, splice } from '.'

const list = (n: number, name = 'r'): Run[] =>
  Array.from({ length: n }, (_, i) => ({ id: `${name}${i}`, drawing: `d${i % 7}`, frames: 1 + (i % 3) }))

const edits = fc.array(fc.record({ at: fc.nat(), take: fc.nat(60), come: fc.nat(60), whole: fc.nat(9) }), {
  minLength: 1,
  maxLength: 6,
})

describe('blocks of exposures', () => {
  it('what a change puts and takes out leads from the old blocks to the new ones', () => {
    fc.assert(
      fc.property(fc.nat(400), edits, (count, steps) => {
        let runs = runsOf(list(count))
        const kept = blocksOf(runs)
        steps.forEach(({ at, take, come, whole }, n) => {
          const place = runs.count && whole ? runAt(runs, 1 + (at % runs.frames)) : null
          const rest = listOf(runs).length - (place ? listOf(runs).findIndex(r => r.id === place.run.id) : runs.count)
          const after =
            whole === 1 ? runsOf(list(come, `w${n}-`)) : splice(runs, place, Math.min(take, rest), list(come, `n${n}-`))
          const { put, gone } = changedBlocks(runs, after)
          for (const id of gone) expect(kept.delete(id)).toBe(true)
          // What did not change is not put.
          for (const [id, block] of put) expect(kept.get(id)).not.toEqual(block)
          for (const [id, block] of put) kept.set(id, block)
          runs = after
          expect(new Map([...kept].sort())).toEqual(new Map([...blocksOf(runs)].sort()))
          expect(joined([...kept.values()].reverse())).toEqual(listOf(runs))
        })
      }),
      { numRuns: 200 },
    )
  })
  it('a push in a long column writes one block, however it was come by', () => {
    const runs = runsOf(list(6000))
    const place = runAt(runs, 5000)!
    const pushed = splice(runs, place, 1, [{ ...place.run, frames: 9 }])
    expect(changedBlocks(runs, pushed).put.size).toBe(1)
    expect(changedBlocks(runs, runsOf(listOf(pushed))).put.size).toBe(1)
  })
  it('says nothing where nothing changed, and tells a length and a drawing apart', () => {
    const runs = runsOf(list(100))
    const changed = (edit: (r: Run) => Run) => {
      const place = runAt(runs, 50)!
      return [...changedBlocks(runs, splice(runs, place, 1, [edit(place.run)])).put.values()].flatMap(b => b.runs)
    }
    expect(changedBlocks(runs, runsOf(list(100)))).toEqual({ put: new Map(), gone: [] })
    expect(changed(r => ({ ...r }))).toEqual([])
    expect(changed(r => ({ ...r, frames: 9 })).some(r => r.frames === 9)).toBe(true)
    expect(changed(r => ({ ...r, drawing: null })).some(r => r.drawing === null)).toBe(true)
  })
  it('blocks that do not fit together are none', () => {
    const blocks = [...blocksOf(runsOf(list(200))).values()]
    expect(blocks.length).toBeGreaterThan(3)
    expect(joined(blocks)).toEqual(list(200))
    expect(joined(blocks.slice(1))).toBeNull()
    expect(joined([...blocks.slice(0, 2), ...blocks.slice(3)])).toBeNull()
    expect(joined([...blocks, blocks[1]!])).toBeNull()
    expect(joined([...blocks.slice(0, 2), { ...blocks[2]!, after: 'none' }])).toBeNull()
    expect(joined([])).toEqual([])
  })
})
