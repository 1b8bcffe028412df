import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { shownPlan } from '#core/document'
import { drawingShown } from '#core/pass'
import { listOf } from '#core/sheet'
import { demoShots } from '../../demo'
import type { ImageChoices } from './choices'
import { DEFAULTS } from './choices'
import { columnsFor, drawingsIn, imagesFault, imagesFor, summaryOf } from './image-names'

const shots = demoShots().map(({ shot }) => ({ shot, plan: shownPlan(shot, shot.plans[shot.planOrder[0]!]!) }))
const lift = shots[0]!
const choices = DEFAULTS.images
const named = (at: (typeof shots)[number], first: number, last: number, more: Partial<ImageChoices>) =>
  imagesFor({ ...at, production: 'Gull Point Lamp' }, { first, last }, { ...choices, ...more }).map(i => i.name)

describe('images by frame', () => {
  it('are named by frame, in order', () => {
    expect(named(lift, 9, 11, { digits: 4 })).toEqual(
      ['9', '10', '11'].map(n => `020-Lantern-lift.${n.padStart(4, '0')}`),
    )
  })
  it('of each column by itself need its name', () => {
    expect(imagesFault(lift.plan, { ...choices, apart: true })).toMatch(/Without \[column\]/)
    expect(named(lift, 1, 1, { apart: true, pattern: '[column].[frame]' })).toEqual(
      columnsFor(lift.plan, choices).map(c => `${c.name.replace(' ', '-')}.0001`),
    )
  })
})

describe('images by drawing', () => {
  it('are those that the exposures name, each once', () => {
    const keeper = lift.plan.columns.keeper!
    const { drawings } = lift.shot.stacks[keeper.stack]!
    const exposed = new Set(listOf(keeper.runs).map(r => drawings[r.drawing!]!.number))
    const names = named(lift, 1, lift.shot.length, {
      by: 'drawing',
      column: keeper.name,
      pattern: '[drawing]',
      digits: 1,
    })
    expect(new Set(names)).toEqual(exposed)
    expect(names).toHaveLength(exposed.size)
  })
  it('are on the frame they are said to be on, whatever the passage', () => {
    fc.assert(
      fc.property(fc.constantFrom(...shots), fc.nat(60), fc.nat(60), ({ shot, plan }, a, n) => {
        const frames = { first: a + 1, last: a + 1 + n }
        for (const column of columnsFor(plan, choices)) {
          const found = drawingsIn(shot, column, frames)
          for (const { drawing, frame } of found) {
            expect(frame).toBeGreaterThanOrEqual(frames.first)
            expect(drawingShown(column, frame)).toBe(drawing.id)
          }
          const shown = new Set<string | null>()
          for (let f = frames.first; f <= frames.last; f++) shown.add(drawingShown(column, f))
          shown.delete(null)
          expect(new Set(found.map(d => d.drawing.id))).toEqual(shown)
        }
      }),
      { numRuns: 60 },
    )
  })
})

it('no two files get the same name, whatever columns are called', () => {
  const texts = fc.array(fc.string({ unit: 'binary', minLength: 1, maxLength: 12 }), { minLength: 4, maxLength: 4 })
  fc.assert(
    fc.property(texts, fc.constantFrom('frame', 'drawing'), (names, by) => {
      const columns = Object.fromEntries(
        Object.entries(lift.plan.columns).map(([id, c], i) => [id, { ...c, name: names[i % names.length]! }]),
      )
      const plan = { ...lift.plan, columns }
      const all = named({ ...lift, plan }, 1, 12, { by, apart: true, pattern: '[column][drawing][frame]' })
      expect(new Set(all.map(n => n.toLowerCase())).size).toBe(all.length)
    }),
    { numRuns: 60 },
  )
})

it('is summed up without naming each', () => {
  const ways = fc.record({
    by: fc.constantFrom('frame', 'drawing'),
    apart: fc.boolean(),
    column: fc.constantFrom('', 'Keeper'),
  })
  fc.assert(
    fc.property(fc.constantFrom(...shots), ways, fc.nat(40), fc.nat(9), (at, way, a, n) => {
      const frames = { first: a + 1, last: a + 1 + n }
      const all = { ...choices, ...way, pattern: '[column][drawing][frame]' }
      const of = { ...at, production: 'P' }
      const named = imagesFor(of, frames, all)
      expect(summaryOf(of, frames, all)).toEqual({
        count: named.length,
        first: named[0]?.name ?? '',
        last: named.at(-1)?.name ?? '',
      })
    }),
    { numRuns: 60 },
  )
})
