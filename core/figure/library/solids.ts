import type { Figure } from '../figure'
import { UP } from './parts'

/** A ball about its middle; pulling its top squashes and stretches it, its area kept. */
export const ball: Figure = {
  id: 'ball',
  name: 'Ball',
  version: 1,
  stretches: true,
  bones: [
    {
      id: 'ball',
      name: 'top of the ball',
      parent: null,
      length: 70,
      rest: UP,
      side: 'middle',
      shapes: [
        { kind: 'ellipse', at: 0, along: 70, across: 70, fill: 'paper' },
        {
          kind: 'polygon',
          points: [
            [0, 0],
            [70, 0],
          ],
          closed: false,
          width: 5,
          fill: null,
        },
      ],
    },
  ],
  chains: [],
}

/** A box about its middle; pulling its top squashes and stretches it, its area kept. */
export const box: Figure = {
  id: 'box',
  name: 'Box',
  version: 1,
  stretches: true,
  bones: [
    {
      id: 'box',
      name: 'top of the box',
      parent: null,
      length: 70,
      rest: UP,
      side: 'middle',
      shapes: [
        {
          kind: 'polygon',
          points: [
            [-70, -80],
            [70, -80],
            [70, 80],
            [-70, 80],
          ],
          closed: true,
          width: 6,
          fill: 'paper',
        },
        {
          kind: 'polygon',
          points: [
            [30, -80],
            [30, 80],
          ],
          closed: false,
          width: 4,
          fill: null,
        },
      ],
    },
  ],
  chains: [],
}

/**
 * A figure of one bone for what is placed as a whole: a picture, a part drawn once. Its place is its middle; pulling the
 * handle `height` px above it turns and sizes it.
 */
export const oneBoneFigure = (id: string, name: string, height: number): Figure => ({
  id,
  name,
  version: 1,
  stretches: false,
  sizes: true,
  bones: [
    {
      id: 'top',
      name: 'top',
      parent: null,
      length: Math.min(4000, Math.max(8, height)),
      rest: UP,
      side: 'middle',
      shapes: [],
    },
  ],
  chains: [],
})
