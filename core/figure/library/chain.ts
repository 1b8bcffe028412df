import type { Figure } from '../figure'
import type { Part } from './parts'
import { side } from './parts'

const link = (i: number): Part => ({
  id: `link-${i}`,
  name: i === 1 ? 'first link' : `link ${i}`,
  parent: i === 1 ? null : `link-${i - 1}`,
  length: 44,
  rest: i === 1 ? Math.PI / 2 : 0,
  shapes: [{ kind: 'ellipse', at: 22, along: 24, across: i % 2 ? 11 : 5, fill: 'paper' }],
})

/** A chain of six links that hangs from its place: rope, tail, kelp, hair, a lamp's cord. */
export const chainOfLinks: Figure = {
  id: 'chain',
  name: 'Chain of six links',
  version: 1,
  stretches: false,
  bones: side('middle', [1, 2, 3, 4, 5, 6].map(link)),
  chains: [],
}

/** A hook on its stem; its place is where the stem is fixed. */
export const hook: Figure = {
  id: 'hook',
  name: 'Hook',
  version: 1,
  stretches: false,
  bones: [
    {
      id: 'hook',
      name: 'hook',
      parent: null,
      length: 90,
      rest: Math.PI / 2,
      hangs: true,
      side: 'middle',
      shapes: [
        {
          kind: 'polygon',
          points: [
            [0, 0],
            [56, 0],
            [70, 8],
            [84, 22],
            [90, 0],
            [84, -24],
            [66, -38],
            [48, -34],
          ],
          closed: false,
          width: 9,
          fill: null,
        },
        { kind: 'ellipse', at: 0, along: 9, across: 9, fill: 'tone' },
      ],
    },
  ],
  chains: [],
}
