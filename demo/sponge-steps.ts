import type { Figure, Pose } from '#core/figure'
import { restPose } from '#core/figure'
import { vec } from '#core/motion'
import type { Recipe } from '#core/chart'
import { spread } from '#core/chart'
import type { Shot } from '../core/document'
import { makeShot } from '../core/document'
import type { Stroke } from '#core/stroke'
import { rate } from '#core/time'
import { Planner } from './planner'

/** A wet sponge: a soft block that stands on its place and squashes and stretches upward from it, its area kept. */
export const sponge: Figure = {
  id: 'sponge',
  name: 'Sponge',
  version: 1,
  stretches: true,
  chains: [],
  bones: [
    {
      id: 'sponge',
      name: 'top of the sponge',
      parent: null,
      length: 84,
      rest: -Math.PI / 2,
      side: 'middle',
      shapes: [
        {
          kind: 'polygon',
          points: [
            [0, -58],
            [4, -62],
            [80, -60],
            [84, -55],
            [84, 54],
            [80, 59],
            [5, 62],
            [0, 57],
          ],
          closed: true,
          width: 7,
          fill: 'glow',
        },
        {
          kind: 'polygon',
          points: [
            [58, -60],
            [60, 60],
          ],
          closed: false,
          width: 5,
          fill: null,
        },
        {
          kind: 'polygon',
          points: [
            [30, -30],
            [34, -24],
            [28, -20],
            [26, -27],
          ],
          closed: true,
          width: 4,
          fill: 'tone',
        },
        {
          kind: 'polygon',
          points: [
            [18, 10],
            [24, 16],
            [17, 22],
            [13, 15],
          ],
          closed: true,
          width: 4,
          fill: 'tone',
        },
        {
          kind: 'polygon',
          points: [
            [40, 28],
            [45, 33],
            [39, 38],
            [35, 32],
          ],
          closed: true,
          width: 4,
          fill: 'tone',
        },
      ],
    },
  ],
}

const at = (x: number, y: number, turn = 0, stretch = 1): Pose => ({ ...restPose(vec(x, y), 1), turn, stretch })
/** Tops of the steps, px. */
const STEPS = [
  [430, 520],
  [720, 680],
  [1010, 840],
  [1300, 1000],
] as const

type Role = 'key' | 'extreme' | 'breakdown'
const POSES: readonly (readonly [number, Role, Pose])[] = [
  [1, 'key', at(300, 300, -0.1, 0.94)],
  [21, 'extreme', at(356, 372, 0.35, 1.06)],
  [25, 'extreme', at(530, 520, 0.5, 1.3)],
  [26, 'key', at(540, 520, 0, 0.52)],
  [28, 'extreme', at(560, 512, -0.25, 1.24)],
  [32, 'breakdown', at(680, 430, 0.2, 1)],
  [38, 'extreme', at(826, 680, 0.45, 1.32)],
  [39, 'key', at(836, 680, 0, 0.5)],
  [41, 'extreme', at(856, 672, -0.25, 1.22)],
  [45, 'breakdown', at(980, 596, 0.15, 1)],
  [51, 'extreme', at(1118, 840, 0.4, 1.3)],
  [52, 'key', at(1128, 840, 0, 0.5)],
  [54, 'extreme', at(1146, 832, -0.2, 1.2)],
  [58, 'breakdown', at(1262, 770, 0.12, 1)],
  [64, 'extreme', at(1384, 1000, 0.35, 1.28)],
  [65, 'key', at(1394, 1000, 0, 0.46)],
  [79, 'key', at(1394, 1000, 0, 0.94)],
]

/** Shot 010, "Sponge on the steps": a wet sponge slips from the lamp glass and flops down three steps. */
export function spongeSteps(): { shot: Shot; strokes: Stroke[] } {
  const p = new Planner(
    makeShot('gull-point-010', {
      name: '010 Sponge on the steps',
      picture: { width: 1920, height: 1080 },
      rate: rate(24),
      paper: '#fffdf6',
      length: 96,
    }),
  )
  const [first] = p.plan.order
  p.do('column.set', { plan: p.plan.id, column: first!, name: 'Stair', background: true, ink: '#5a4632' })
  drawStair(p, first!)
  p.column('sponge', 'Sponge', '#26302c', { step: 1 })
  p.do('subject.add', {
    stack: 'sponge-stack',
    subject: { id: 'sponge', name: 'Sponge', kind: 'figure', figure: sponge },
    drawing: null,
    pose: null,
  })
  for (const [frame, role, pose] of POSES) p.pose('sponge', frame, role, { poses: { sponge: pose }, strokes: [] })
  chartFalls(p)
  const settle: Recipe = { family: 'settle', swings: 5, damping: 0.16 }
  p.chart('sponge', 65, 79, 13, 1, settle)
  const last = p.plan.columns.sponge!.runs.chunks.at(-1)!.runs.at(-1)!
  p.do('run.push', { plan: p.plan.id, column: 'sponge', run: { run: last.id, at: 79 }, delta: 17 })
  p.do('pin.set', {
    plan: p.plan.id,
    pin: {
      id: 'on-the-floor',
      stack: 'sponge-stack',
      subject: 'sponge',
      part: 'place',
      drawings: ['sponge-65', 'sponge-79'],
      to: { kind: 'point', at: vec(1394, 1000) },
    },
  })
  // A step of the stair is 18 cm high.
  p.do('shot.scale', { scale: { metres: 0.18, px: 160 } })
  return { shot: p.shot, strokes: p.strokes }
}

/** The charts from pose to pose, up to the last settle. */
function chartFalls(p: Planner): void {
  // It loosens on twos, faster and faster; falls and hops are on ones.
  p.chart('sponge', 1, 21, 5, 2, { family: 'fall' })
  p.chart('sponge', 21, 25, 3, 1, { family: 'fall' })
  for (const [off, top, down] of [
    [28, 32, 38],
    [41, 45, 51],
    [54, 58, 64],
  ] as const) {
    p.chart('sponge', off, top, top - off - 1, 1, { family: 'rise' })
    p.chart('sponge', top, down, down - top - 1, 1, { family: 'fall' })
    p.do('chart.throw', {
      plan: p.plan.id,
      parts: [
        [off, top, 'rise'],
        [top, down, 'fall'],
      ].map(([a, b, family]) => ({
        chart: `sponge-chart-${a}`,
        to: family === 'rise' ? ('top' as const) : ('ground' as const),
        places: spread({ family: family as 'rise' }, Number(b) - Number(a) - 1),
      })),
    })
  }
}

function drawStair(p: Planner, column: string): void {
  const [stone, pale] = ['#8a7a64', '#b9ad99']
  const line = (x1: number, y1: number, x2: number, y2: number, n = 8) =>
    Array.from({ length: n + 1 }, (_, i): [number, number] => [
      x1 + ((x2 - x1) * i) / n,
      y1 + ((y2 - y1) * i) / n + 2.2 * Math.sin(i * 2.1),
    ])
  const strokes = STEPS.flatMap(([x, y], i) => {
    const right = STEPS[i + 1]?.[0] ?? 1840
    return [
      p.stroke(stone, 9, line(x, y + 5, right, y + 5, 12)),
      ...(i < 3
        ? [
            p.stroke(stone, 7, line(right, y + 5, right, y + 160, 6)),
            p.stroke(pale, 4, line(x + 30, y + 34, right - 24, y + 32)),
          ]
        : []),
    ]
  })
  const lamp = [
    p.stroke(stone, 10, line(150, 120, 150, 520, 10)),
    p.stroke(stone, 10, line(330, 120, 330, 330, 6)),
    p.stroke(stone, 9, line(130, 120, 350, 118, 6)),
    p.stroke(pale, 5, line(176, 150, 176, 470, 8)),
    p.stroke(pale, 5, line(240, 140, 240, 480, 8)),
    p.stroke(stone, 9, line(120, 520, 430, 524, 8)),
    p.stroke(pale, 4, line(200, 180, 226, 236, 4)),
    p.stroke(pale, 4, line(200, 226, 216, 262, 3)),
    p.stroke(pale, 4, line(430, 524, 430, 1000, 8)),
  ]
  p.pose(column, 1, 'key', { poses: {}, strokes: [] })
  p.do('stroke.add', {
    stack: p.plan.columns[column]!.stack,
    drawing: `${column.replace('.', '-')}-1`,
    strokes: [...strokes, ...lamp],
  })
}
