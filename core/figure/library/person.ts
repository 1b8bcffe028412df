import type { Bone, Figure } from '../figure'
import { limb, side, UP } from './parts'

export const arm = (which: 'near' | 'far', width: number): Bone[] =>
  side(which, [
    {
      id: `${which}-arm`,
      name: `${which} upper arm`,
      parent: 'spine',
      length: 92,
      rest: Math.PI,
      shapes: [limb(width)],
    },
    {
      id: `${which}-forearm`,
      name: `${which} forearm`,
      parent: `${which}-arm`,
      length: 86,
      rest: 0,
      shapes: [limb(width - 2)],
    },
    {
      id: `${which}-hand`,
      name: `${which} hand`,
      parent: `${which}-forearm`,
      length: 22,
      rest: 0,
      shapes: [limb(width + 3)],
    },
  ])

export const leg = (which: 'near' | 'far', width: number): Bone[] =>
  side(which, [
    {
      id: `${which}-thigh`,
      name: `${which} thigh`,
      parent: null,
      length: 128,
      rest: Math.PI / 2,
      shapes: [limb(width)],
    },
    {
      id: `${which}-shin`,
      name: `${which} shin`,
      parent: `${which}-thigh`,
      length: 122,
      rest: 0,
      shapes: [limb(width - 2)],
    },
    {
      id: `${which}-foot`,
      name: `${which} foot`,
      parent: `${which}-shin`,
      length: 46,
      rest: UP,
      shapes: [limb(width - 1)],
    },
  ])

const trunk: Bone[] = side('middle', [
  {
    id: 'spine',
    name: 'back',
    parent: null,
    length: 150,
    rest: UP,
    shapes: [
      {
        kind: 'polygon',
        points: [
          [-34, -30],
          [-40, -4],
          [-36, 24],
          [-8, 28],
          [30, 24],
          [70, 28],
          [108, 35],
          [132, 31],
          [148, 18],
          [154, -2],
          [148, -18],
          [132, -27],
          [96, -27],
          [56, -24],
          [16, -26],
        ],
        closed: true,
        width: 7,
        fill: 'tone',
      },
    ],
  },
  { id: 'neck', name: 'neck', parent: 'spine', length: 24, rest: 0.16, shapes: [limb(14)] },
  {
    id: 'head',
    name: 'head',
    parent: 'neck',
    length: 84,
    rest: -0.16,
    shapes: [
      { kind: 'ellipse', at: 38, along: 44, across: 38, fill: 'paper' },
      {
        kind: 'polygon',
        points: [
          [40, 36],
          [30, 50],
          [25, 36],
        ],
        closed: false,
        width: 6,
        fill: 'paper',
      },
      {
        kind: 'polygon',
        points: [
          [46, 13],
          [46, 20],
        ],
        closed: false,
        width: 8,
        fill: null,
      },
    ],
  },
])

export const chains: Figure['chains'] = [
  {
    id: 'near-reach',
    name: 'near wrist',
    upper: 'near-arm',
    lower: 'near-forearm',
    bend: 1,
    stands: false,
    tip: 'near-hand',
  },
  {
    id: 'far-reach',
    name: 'far wrist',
    upper: 'far-arm',
    lower: 'far-forearm',
    bend: 1,
    stands: false,
    tip: 'far-hand',
  },
  {
    id: 'near-step',
    name: 'near ankle',
    upper: 'near-thigh',
    lower: 'near-shin',
    bend: -1,
    stands: true,
    tip: 'near-foot',
  },
  { id: 'far-step', name: 'far ankle', upper: 'far-thigh', lower: 'far-shin', bend: -1, stands: true, tip: 'far-foot' },
]

/** A person seen from the side, facing right; its place is between the hips. Far limbs are thinner and lighter. */
export const person: Figure = {
  id: 'person-side',
  name: 'Person, from the side',
  version: 1,
  stretches: false,
  bones: [...arm('far', 13), ...leg('far', 15), ...trunk, ...leg('near', 20), ...arm('near', 17)],
  chains,
}
