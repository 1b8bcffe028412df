import type { Figure, Pose } from '#core/figure'
import { layBones, restPose } from '#core/figure'
import type { Shot } from '../core/document'
import { makeShot } from '../core/document'
import type { Stroke } from '#core/stroke'
import { rate } from '#core/time'
import { planLooseEnd } from './loose-end'
import { GROUND, marrow, stand } from './marrow'
import { drawingId, Planner } from './planner'

const down = Math.PI / 2

/** A rope of four links that hangs from the wall; each link turns about the end of the one above. */
const rope: Figure = {
  id: 'rope-end',
  name: 'Rope',
  version: 1,
  stretches: false,
  chains: [],
  bones: [0, 1, 2, 3].map(i => ({
    id: `link-${i + 1}`,
    name: `${['first', 'second', 'third', 'last'][i]} link of the rope`,
    parent: i ? `link-${i}` : null,
    length: 62,
    rest: i ? 0 : down,
    side: 'middle' as const,
    shapes: [
      { kind: 'limb' as const, width: 11 - i },
      ...(i === 3 ? [{ kind: 'ellipse' as const, at: 62, along: 10, across: 9, fill: 'tone' as const }] : []),
    ],
  })),
}
const hang = (...bends: [number, number, number, number]): Pose => ({
  ...restPose({ x: 1430, y: 250 }),
  angles: Object.fromEntries(bends.map((a, i) => [`link-${i + 1}`, a])),
})

const stoop = stand({ hips: [918, 712], back: 0.92, head: -0.45, near: [1106, 768], far: [1030, 800], lantern: 0 })
const anticipation = stand({
  hips: [884, 752],
  back: 1.1,
  head: -0.62,
  near: [1092, 776],
  far: [1010, 838],
  lantern: 0.05,
})
const swing = stand({ hips: [962, 672], back: 0.32, head: -0.08, near: [1150, 560], far: [1010, 690], lantern: 0.5 })
const lift = stand({ hips: [992, 645], back: -0.18, head: -0.45, near: [1046, 330], far: [916, 640], lantern: -0.34 })
const reachUp = stand({ hips: [1000, 652], back: 0.02, head: -0.42, near: [1098, 362], far: [938, 662], lantern: 0.2 })
const toHook = stand({ hips: [1026, 652], back: 0.2, head: -0.34, near: [1158, 366], far: [962, 650], lantern: -0.24 })
const set = stand({ hips: [1030, 655], back: 0.17, head: -0.3, near: [1152, 384], far: [972, 668], lantern: 0 })
/** The hook is where the lantern's ring is when she has set it. */
const HOOK = layBones(marrow, set).get('near-hand')!.tip

/**
 * Shot 020, "Lantern lift": Marrow stoops to a heavy lantern, gathers herself, lifts it past its hook, settles it on.
 */
export function lanternLift(): { shot: Shot; strokes: Stroke[] } {
  const p = new Planner(
    makeShot('gull-point-020', {
      name: '020 Lantern lift',
      picture: { width: 1920, height: 1080 },
      rate: rate(24),
      paper: '#fffdf6',
      length: 61,
    }),
  )
  const [first] = p.plan.order
  p.do('column.set', { plan: p.plan.id, column: first!, name: 'Room', background: true, ink: '#5a4632' })
  drawRoom(p, first!)
  p.figure('keeper', 'Keeper', marrow)
  p.column('rope', 'Rope', '#5a4632', { step: 3 })
  const poses = [
    [1, 'key', stoop],
    [13, 'extreme', anticipation],
    [21, 'breakdown', swing],
    [26, 'extreme', lift],
    [31, 'key', reachUp],
    [41, 'breakdown', toHook],
    [49, 'key', set],
  ] as const
  p.poses('keeper', 'marrow', poses)
  p.chart('keeper', 1, 13, 3, 2, { family: 'halves', slow: 'first' })
  p.chart('keeper', 13, 21, 2, 2, { family: 'halves', slow: 'first' })
  p.chart('keeper', 21, 26, 4, 1, { family: 'halves', slow: 'second' })
  p.chart('keeper', 26, 31, 2, 2, { family: 'even' })
  p.chart('keeper', 31, 41, 2, 2, { family: 'halves', slow: 'first' })
  p.chart('keeper', 41, 49, 3, 2, { family: 'halves', slow: 'second' })
  p.hold('keeper', 49, 61)
  planRope(p)
  planLooseEnd(p)
  const notes = [
    [1, 12, 'stoops to it'],
    [13, 8, 'gathers herself'],
    [21, 10, 'heaves it up'],
    [31, 10, 'past the hook'],
    [41, 8, 'down on it'],
    [49, 12, 'settles'],
  ] as const
  p.notes(notes)
  return { shot: p.shot, strokes: p.strokes }
}

function planRope(p: Planner): void {
  p.do('subject.add', {
    stack: 'rope-stack',
    subject: { id: 'rope', name: 'Rope', kind: 'figure', figure: rope },
    drawing: null,
    pose: null,
  })
  const poses = [
    [1, 'key', hang(0.02, 0, 0.02, 0.05)],
    [29, 'extreme', hang(-0.22, -0.1, 0.12, 0.3)],
    [38, 'extreme', hang(0.2, 0.14, 0.02, -0.28)],
    [47, 'extreme', hang(-0.1, -0.07, -0.02, 0.14)],
    [56, 'key', hang(0.03, 0.02, 0.03, 0.03)],
  ] as const
  p.poses('rope', 'rope', poses)
  p.chart('rope', 1, 29, 2, 3, { family: 'halves', slow: 'first' })
  for (const [a, b] of [
    [29, 38],
    [38, 47],
    [47, 56],
  ] as const)
    p.chart('rope', a, b, 2, 3, { family: 'halves', slow: 'both' })
  p.hold('rope', 56, 61)
}

function drawRoom(p: Planner, column: string): void {
  const wood = '#8a7a64'
  const pale = '#b9ad99'
  const line = (x1: number, y1: number, x2: number, y2: number, n = 10) =>
    Array.from({ length: n + 1 }, (_, i): [number, number] => [
      x1 + ((x2 - x1) * i) / n,
      y1 + ((y2 - y1) * i) / n + 2.5 * Math.sin(i * 2.3),
    ])
  const round = (cx: number, cy: number, r: number, from: number, to: number, n = 18) =>
    Array.from({ length: n + 1 }, (_, i): [number, number] => {
      const a = from + ((to - from) * i) / n
      return [cx + r * Math.cos(a), cy + r * Math.sin(a)]
    })
  const strokes = [
    p.stroke(wood, 9, line(120, GROUND + 6, 1800, GROUND + 2, 24)),
    p.stroke(pale, 5, line(160, GROUND + 62, 1780, GROUND + 58, 24)),
    ...[330, 640, 960, 1290, 1610].map(x => p.stroke(pale, 4, line(x, GROUND + 6, x - 40, GROUND + 110, 4))),
    p.stroke(wood, 7, round(480, 420, 172, 0, Math.PI * 2, 30)),
    p.stroke(pale, 4, round(480, 420, 146, 0.1, Math.PI * 2 + 0.05, 30)),
    p.stroke(pale, 4, line(480, 276, 480, 564, 6)),
    p.stroke(pale, 4, line(336, 420, 624, 422, 6)),
    p.stroke(pale, 4, [
      [350, 470],
      [400, 458],
      [440, 470],
      [500, 460],
      [560, 470],
      [610, 462],
    ]),
    p.stroke(wood, 12, line(HOOK.x - 90, 62, 1500, 58, 10)),
    p.stroke(wood, 8, line(HOOK.x + 6, 64, HOOK.x + 6, HOOK.y - 52, 5)),
    p.stroke(wood, 8, round(HOOK.x + 6, HOOK.y - 24, 28, -Math.PI / 2, Math.PI * 0.9, 14)),
    p.stroke(wood, 7, line(1430, 62, 1430, 250, 6)),
    p.stroke(wood, 7, line(1640, 420, 1640, GROUND, 10)),
    p.stroke(wood, 7, line(1500, 520, 1640, 516, 6)),
    p.stroke(pale, 4, line(1516, 520, 1516, 640, 5)),
    p.stroke(pale, 4, round(1560, 470, 26, 0, Math.PI * 2, 16)),
  ]
  p.pose(column, 1, 'key', { poses: {}, strokes: [] })
  p.do('stroke.add', { stack: p.plan.columns[column]!.stack, drawing: drawingId(column, 1), strokes })
}
