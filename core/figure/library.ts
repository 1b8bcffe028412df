import type { Bone, Figure, Shape } from './figure'

const UP = -Math.PI / 2
const limb = (width: number): Shape => ({ kind: 'limb', width })

type Part = Omit<Bone, 'side' | 'hangs'> & { hangs?: boolean }
const side = (which: Bone['side'], parts: Part[]): Bone[] => parts.map(p => ({ ...p, side: which }))

const arm = (which: 'near' | 'far', width: number): Bone[] =>
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

const leg = (which: 'near' | 'far', width: number): Bone[] =>
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

const chains: Figure['chains'] = [
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

/** The figures that a new subject can be made from. */
export const library: readonly Figure[] = [
  person,
  personThreeQuarter,
  personWithLantern,
  ball,
  box,
  chainOfLinks,
  lantern,
  hook,
]

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
