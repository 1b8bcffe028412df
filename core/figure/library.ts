import type { Bone, Figure, Shape } from './figure'

const UP = -Math.PI / 2
const limb = (width: number): Shape => ({ kind: 'limb', width })

type Part = Omit<Bone, 'side' | 'hangs'> & { hangs?: boolean }
const side = (which: Bone['side'], parts: Part[]): Bone[] => parts.map(p => ({ ...p, side: which }))

const arm = (which: 'near' | 'far', width: number): Bone[] => side(which, [
  { id: `${which}-arm`, name: `${which} upper arm`, parent: 'spine', length: 92, rest: Math.PI, shapes: [limb(width)] },
  { id: `${which}-forearm`, name: `${which} forearm`, parent: `${which}-arm`, length: 86, rest: 0, shapes: [limb(width - 2)] },
  { id: `${which}-hand`, name: `${which} hand`, parent: `${which}-forearm`, length: 22, rest: 0, shapes: [limb(width + 3)] },
])

const leg = (which: 'near' | 'far', width: number): Bone[] => side(which, [
  { id: `${which}-thigh`, name: `${which} thigh`, parent: null, length: 128, rest: Math.PI / 2, shapes: [limb(width)] },
  { id: `${which}-shin`, name: `${which} shin`, parent: `${which}-thigh`, length: 122, rest: 0, shapes: [limb(width - 2)] },
  { id: `${which}-foot`, name: `${which} foot`, parent: `${which}-shin`, length: 46, rest: UP, shapes: [limb(width - 1)] },
])

const trunk: Bone[] = side('middle', [
  { id: 'spine', name: 'back', parent: null, length: 150, rest: UP, shapes: [
    { kind: 'polygon', points: [[-34, -30], [-40, -4], [-36, 24], [-8, 28], [30, 24], [70, 28], [108, 35], [132, 31], [148, 18], [154, -2], [148, -18], [132, -27], [96, -27], [56, -24], [16, -26]], closed: true, width: 7, fill: 'tone' },
  ] },
  { id: 'neck', name: 'neck', parent: 'spine', length: 24, rest: 0.16, shapes: [limb(14)] },
  { id: 'head', name: 'head', parent: 'neck', length: 84, rest: -0.16, shapes: [
    { kind: 'ellipse', at: 38, along: 44, across: 38, fill: 'paper' },
    { kind: 'polygon', points: [[40, 36], [30, 50], [25, 36]], closed: false, width: 6, fill: 'paper' },
    { kind: 'polygon', points: [[46, 13], [46, 20]], closed: false, width: 8, fill: null },
  ] },
])

const chains: Figure['chains'] = [
  { id: 'near-reach', name: 'near wrist', upper: 'near-arm', lower: 'near-forearm', bend: 1, stands: false, tip: 'near-hand' },
  { id: 'far-reach', name: 'far wrist', upper: 'far-arm', lower: 'far-forearm', bend: 1, stands: false, tip: 'far-hand' },
  { id: 'near-step', name: 'near ankle', upper: 'near-thigh', lower: 'near-shin', bend: -1, stands: true, tip: 'near-foot' },
  { id: 'far-step', name: 'far ankle', upper: 'far-thigh', lower: 'far-shin', bend: -1, stands: true, tip: 'far-foot' },
]

/** A person seen from the side, facing right; its place is between the hips. Far limbs are thinner and lighter. */
export const person: Figure = {
  id: 'person-side', name: 'Person, from the side', version: 1, stretches: false,
  bones: [...arm('far', 13), ...leg('far', 15), ...trunk, ...leg('near', 20), ...arm('near', 17)],
  chains,
}

const lanternShapes: Shape[] = [
  { kind: 'polygon', points: [[0, 0], [26, -26], [34, -28]], closed: false, width: 5, fill: null },
  { kind: 'polygon', points: [[0, 0], [26, 26], [34, 28]], closed: false, width: 5, fill: null },
  { kind: 'polygon', points: [[18, -12], [34, -30], [34, 30], [18, 12]], closed: true, width: 5, fill: 'ink' },
  { kind: 'polygon', points: [[34, -25], [92, -30], [92, 30], [34, 25]], closed: true, width: 5, fill: 'glow' },
  { kind: 'polygon', points: [[34, 0], [92, 0]], closed: false, width: 4, fill: null },
  { kind: 'polygon', points: [[92, -36], [104, -36], [104, 36], [92, 36]], closed: true, width: 5, fill: 'ink' },
]

/** A lantern that hangs from its ring; its place is the ring. */
export const lantern: Figure = {
  id: 'lantern', name: 'Lantern', version: 1, stretches: false,
  bones: [{ id: 'lantern', name: 'lantern', parent: null, length: 104, rest: Math.PI / 2, hangs: true, side: 'middle', shapes: lanternShapes }],
  chains: [],
}

/** A person with a lantern in the near hand; the lantern hangs free and turns about the hand. */
export const personWithLantern: Figure = {
  ...person, id: 'person-side-lantern', name: 'Person with a lantern',
  bones: [
    ...person.bones.filter(b => !b.id.startsWith('near-arm') && !b.id.startsWith('near-forearm') && !b.id.startsWith('near-hand')),
    { ...lantern.bones[0]!, parent: 'near-hand' },
    ...arm('near', 17),
  ],
}

/** A ball about its middle; pulling its top squashes and stretches it, its area kept. */
export const ball: Figure = {
  id: 'ball', name: 'Ball', version: 1, stretches: true,
  bones: [{ id: 'ball', name: 'top of the ball', parent: null, length: 70, rest: UP, side: 'middle', shapes: [
    { kind: 'ellipse', at: 0, along: 70, across: 70, fill: 'paper' },
    { kind: 'polygon', points: [[0, 0], [70, 0]], closed: false, width: 5, fill: null },
  ] }],
  chains: [],
}

/** The figures that a new subject can be made from. */
export const library: readonly Figure[] = [person, personWithLantern, lantern, ball]
