import type { Bone, Figure } from '../figure'
import { limb, side, UP } from './parts'
import { arm, chains, leg } from './person'

const armFrom = (which: 'near' | 'far', width: number, shoulder: number, rest: number): Bone[] => [
  {
    id: `${which}-shoulder`,
    name: `${which} shoulder`,
    parent: 'spine',
    length: shoulder,
    rest,
    side: which,
    shapes: [],
  },
  ...arm(which, width).map(b =>
    b.id === `${which}-arm` ? { ...b, parent: `${which}-shoulder`, rest: Math.PI - rest } : b,
  ),
]
const legFrom = (which: 'near' | 'far', width: number, hip: number, rest: number): Bone[] => [
  { id: `${which}-hip`, name: `${which} hip`, parent: null, length: hip, rest, side: which, shapes: [] },
  ...leg(which, width).map(b => {
    if (b.id === `${which}-thigh`) return { ...b, parent: `${which}-hip`, rest: Math.PI / 2 - rest }
    // Feet point toward the eye: shorter, and down.
    return b.id === `${which}-foot` ? { ...b, length: 38, rest: -0.95 } : b
  }),
]

/** A person half turned to the eye, facing right: shoulders and hips have a width, near limbs stand to the left. */
export const personThreeQuarter: Figure = {
  id: 'person-three-quarter',
  name: 'Person, three-quarter view',
  version: 1,
  stretches: false,
  bones: [
    ...armFrom('far', 13, 40, Math.PI / 2 + 0.25),
    ...legFrom('far', 16, 20, 0),
    ...side('middle', [
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
              [-28, -34],
              [-36, -8],
              [-36, 16],
              [-26, 32],
              [30, 26],
              [80, 36],
              [128, 44],
              [146, 30],
              [154, 0],
              [146, -36],
              [126, -50],
              [80, -38],
              [30, -28],
            ],
            closed: true,
            width: 7,
            fill: 'tone',
          },
        ],
      },
      { id: 'neck', name: 'neck', parent: 'spine', length: 22, rest: 0.1, shapes: [limb(15)] },
      {
        id: 'head',
        name: 'head',
        parent: 'neck',
        length: 84,
        rest: -0.1,
        shapes: [
          { kind: 'ellipse', at: 38, along: 44, across: 40, fill: 'paper' },
          {
            kind: 'polygon',
            points: [
              [42, 18],
              [28, 30],
              [24, 20],
            ],
            closed: false,
            width: 5,
            fill: null,
          },
          {
            kind: 'polygon',
            points: [
              [47, 4],
              [47, 9],
            ],
            closed: false,
            width: 8,
            fill: null,
          },
          {
            kind: 'polygon',
            points: [
              [47, 27],
              [47, 31],
            ],
            closed: false,
            width: 8,
            fill: null,
          },
        ],
      },
    ]),
    ...legFrom('near', 20, 22, Math.PI),
    ...armFrom('near', 17, 44, -Math.PI / 2 - 0.1),
  ],
  chains,
}
