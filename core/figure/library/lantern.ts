import type { Figure, Shape } from '../figure'
import { arm, person } from './person'

const lanternShapes: Shape[] = [
  {
    kind: 'polygon',
    points: [
      [0, 0],
      [26, -26],
      [34, -28],
    ],
    closed: false,
    width: 5,
    fill: null,
  },
  {
    kind: 'polygon',
    points: [
      [0, 0],
      [26, 26],
      [34, 28],
    ],
    closed: false,
    width: 5,
    fill: null,
  },
  {
    kind: 'polygon',
    points: [
      [18, -12],
      [34, -30],
      [34, 30],
      [18, 12],
    ],
    closed: true,
    width: 5,
    fill: 'ink',
  },
  {
    kind: 'polygon',
    points: [
      [34, -25],
      [92, -30],
      [92, 30],
      [34, 25],
    ],
    closed: true,
    width: 5,
    fill: 'glow',
  },
  {
    kind: 'polygon',
    points: [
      [34, 0],
      [92, 0],
    ],
    closed: false,
    width: 4,
    fill: null,
  },
  {
    kind: 'polygon',
    points: [
      [92, -36],
      [104, -36],
      [104, 36],
      [92, 36],
    ],
    closed: true,
    width: 5,
    fill: 'ink',
  },
]

/** A lantern that hangs from its ring; its place is the ring. */
export const lantern: Figure = {
  id: 'lantern',
  name: 'Lantern',
  version: 1,
  stretches: false,
  bones: [
    {
      id: 'lantern',
      name: 'lantern',
      parent: null,
      length: 104,
      rest: Math.PI / 2,
      hangs: true,
      side: 'middle',
      shapes: lanternShapes,
    },
  ],
  chains: [],
}

/** A person with a lantern in the near hand; the lantern hangs free and turns about the hand. */
export const personWithLantern: Figure = {
  ...person,
  id: 'person-side-lantern',
  name: 'Person with a lantern',
  bones: [
    ...person.bones.filter(
      b => !b.id.startsWith('near-arm') && !b.id.startsWith('near-forearm') && !b.id.startsWith('near-hand'),
    ),
    { ...lantern.bones[0]!, parent: 'near-hand' },
    ...arm('near', 17),
  ],
}
