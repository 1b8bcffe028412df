import fc from 'fast-check'
import { expect, it } from 'vitest'
import { firstBatch } from './batches'

it('sendings hold all entries in order, each within its bounds unless a single entry is larger', () => {
  const bounds = { most: 5, characters: 20 }
  fc.assert(
    fc.property(fc.array(fc.string({ maxLength: 30 })), entries => {
      const sent: string[] = []
      for (let rest = entries; rest.length; rest = rest.slice(firstBatch(rest, e => e.length, bounds).length)) {
        const batch = firstBatch(rest, e => e.length, bounds)
        expect(batch.length).toBeGreaterThan(0)
        expect(batch.length).toBeLessThanOrEqual(bounds.most)
        if (batch.length > 1) expect(batch.join('').length).toBeLessThanOrEqual(bounds.characters)
        // It is as full as it can be.
        const next = rest[batch.length]
        if (next !== undefined && batch.length < bounds.most)
          expect(batch.join('').length + next.length).toBeGreaterThan(bounds.characters)
        sent.push(...batch)
      }
      expect(sent).toEqual(entries)
    }),
  )
})
