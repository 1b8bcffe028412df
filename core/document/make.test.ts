import { expect, it } from 'vitest'
import { drawingNumbered, newStack } from '.'
import type { Drawing } from './document'

it('a typed number means the drawing of exactly that number, else one that differs only in its case', () => {
  const drawing = (id: string, number: string): Drawing => ({
    ...{ id, number, role: 'key', own: true, content: { poses: {}, strokes: [] } },
  })
  const stack = {
    ...newStack('s'),
    drawings: { a: drawing('a', '12A'), b: drawing('b', '13b'), c: drawing('c', '13B'), d: drawing('d', '7') },
  }
  // Of two that both differ none is meant, whatever order they are stored in.
  const both = { ...stack, drawings: { b: drawing('b', 'aB'), c: drawing('c', 'Ab') } }
  expect(drawingNumbered(both, 'ab')).toBeUndefined()
  expect(['12a', '12A', '13b', '13B', '7', '8'].map(n => drawingNumbered(stack, n)?.id)).toEqual([
    ...['a', 'a', 'b', 'c', 'd'],
    undefined,
  ])
})
