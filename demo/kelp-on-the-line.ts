import { oneBoneFigure, restPose } from '#core/figure'
import type { Affine } from '#core/motion'
import { inverseOf } from '#core/motion'
import { carrierSpace, sceneOf } from '#core/pass'
import type { PoseRole, Shot } from '../core/document'
import { makeShot } from '../core/document'
import type { Stroke } from '#core/stroke'
import { rate } from '#core/time'
import { drawingId, Planner } from './planner'

type Point = readonly [x: number, y: number]
const [INK, STONE, PALE, LEAF] = ['#26302c', '#8a7a64', '#b9ad99', '#40583a']

/** Points along a function of 0 to 1. */
const along = (n: number, f: (t: number) => Point): Point[] => Array.from({ length: n + 1 }, (_, i) => f(i / n))

/** A curve from one point to another, bent toward a third. */
const bent = (a: Point, b: Point, c: Point, n = 10): Point[] =>
  along(n, t => [
    (1 - t) ** 2 * a[0] + 2 * t * (1 - t) * b[0] + t * t * c[0],
    (1 - t) ** 2 * a[1] + 2 * t * (1 - t) * b[1] + t * t * c[1],
  ])
const ring = (cx: number, cy: number, rx: number, ry: number, n = 18): Point[] =>
  along(n, t => [cx + rx * Math.cos(t * 2 * Math.PI), cy + ry * Math.sin(t * 2 * Math.PI)])

const [TOP, LENGTH, STEPS]: readonly [Point, number, number] = [[720, 236], 620, 40]

/** How the strand hangs in the wind: its direction at the line and how much more it is turned at its end, radians. */
interface Sway {
  readonly lean: number
  readonly curl: number
}

/** The points of the hanging strand and its directions, from the line to its end. */
function strand({ lean, curl }: Sway): { at: Point; turn: number }[] {
  let [x, y] = TOP
  return Array.from({ length: STEPS + 1 }, (_, i) => {
    const t = i / STEPS
    const turn = lean * t ** 0.7 + curl * t * t
    const here = { at: [x, y] as const, turn }
    x += (Math.sin(turn) * LENGTH) / STEPS
    y += (Math.cos(turn) * LENGTH) / STEPS
    return here
  })
}

/** Kelp as it is drawn: two lines of the stem, blades to both sides, each with a float where it begins. */
function kelp(sway: Sway): Point[][] {
  const spine = strand(sway)
  const beside = (i: number, off: number): Point => {
    const { at, turn } = spine[i]!
    return [at[0] + Math.cos(turn) * off, at[1] - Math.sin(turn) * off]
  }
  const stem = (side: number) => spine.map((_, i) => beside(i, side * (15 - (9 * i) / STEPS)))
  const blade = (at: number, side: number, length: number): Point[] => {
    const [i, wind] = [Math.round(at * STEPS), 0.55 * (sway.lean + sway.curl)]
    const turn = spine[i]!.turn + side * 0.95 + wind * 0.4
    const [bx, by] = beside(i, side * 12)
    return along(18, u => {
      const [far, wide] = [u < 0.5 ? 2 * u : 2 - 2 * u, Math.sin(2 * Math.PI * u) * 30]
      const hang = 0.35 * far * far * length
      return [
        bx + Math.sin(turn) * far * length + Math.cos(turn) * wide,
        by + Math.cos(turn) * far * length - Math.sin(turn) * wide + hang * 0.4,
      ]
    })
  }
  const float = (at: number, side: number): Point[] => ring(...beside(Math.round(at * STEPS), side * 26), 17, 21, 14)
  return [
    stem(-1),
    stem(1),
    ...[
      [0.22, 1, 170],
      [0.42, -1, 200],
      [0.62, 1, 190],
      [0.8, -1, 160],
    ].flatMap(([at, side, length]) => [blade(at!, side!, length!), float(at!, side!)]),
    // The blade at its end.
    (() => {
      const { at, turn } = spine[STEPS]!
      return along(16, (u): Point => {
        const [far, wide] = [u < 0.5 ? 2 * u : 2 - 2 * u, Math.sin(2 * Math.PI * u) * 26]
        return [
          at[0] + Math.sin(turn) * far * 180 + Math.cos(turn) * wide,
          at[1] + Math.cos(turn) * far * 180 - Math.sin(turn) * wide,
        ]
      })
    })(),
  ]
}

const KELP: readonly (readonly [frame: number, role: PoseRole, sway: Sway])[] = [
  [1, 'key', { lean: -0.12, curl: -0.1 }],
  [17, 'extreme', { lean: 0.72, curl: 0.5 }],
  [29, 'breakdown', { lean: 0.42, curl: -0.75 }],
  [41, 'extreme', { lean: -0.42, curl: -0.35 }],
  [57, 'key', { lean: 0.06, curl: 0.16 }],
]

/** Where the head is, turned by so much: −1 looks to the left, 1 to the right. */
const headAt = (turn: number): Point => [1452 + 8 * turn, 452]

/** The neck of the gull on the post. */
function neck(turn: number): Point[][] {
  const [x, y] = headAt(turn)
  return [
    bent([x - 52, y + 44], [x - 74, y + 110], [x - 96, y + 190]),
    bent([x + 52, y + 44], [x + 70, y + 110], [x + 58, y + 210]),
  ]
}

/** The beak about the head's middle. */
function beak(turn: number, [x, y]: Point): Point[][] {
  const [face, front] = [turn * 54, 1 - Math.abs(turn)]
  return [
    bent([x + face * 0.9, y - 4], [x + face * 1.9, y - 6], [x + face * 2.9 + 2, y + 22 + 10 * front]),
    bent([x + face * 0.9, y + 20], [x + face * 1.7, y + 26], [x + face * 2.9 + 2, y + 24 + 14 * front]),
  ]
}

/** The eye about the head's middle, open or shut. */
const eye = (turn: number, [x, y]: Point): Point[] => ring(x + turn * 30, y - 14, 9, 10, 10)
const shut = (turn: number, [x, y]: Point): Point[] =>
  bent([x + turn * 30 - 11, y - 12], [x + turn * 30, y - 6], [x + turn * 30 + 11, y - 13])

/** What does not move: the gull's body on its post. */
const BODY: readonly Point[][] = [
  bent([1356, 642], [1300, 820], [1500, 850], 16),
  bent([1512, 662], [1560, 760], [1500, 850], 12),
  bent([1400, 660], [1360, 780], [1470, 812], 12),
  along(4, t => [1440 - 4 * t, 848 + 44 * t]),
  along(4, t => [1484 + 2 * t, 850 + 42 * t]),
]

/** Away from the light: its edge on the gull is drawn, all else is cut to the gull. */
const SHADE: readonly Point[] = [
  [1470, 360],
  [1500, 420],
  [1492, 470],
  [1452, 510],
  [1460, 590],
  [1440, 700],
  [1392, 790],
  [1420, 880],
  [1640, 880],
  [1640, 360],
]

const GULL: readonly (readonly [frame: number, role: PoseRole, turn: number])[] = [
  [1, 'key', -1],
  [25, 'key', -1],
  // Seen from the front the beak has another shape: that is drawn, not in-betweened.
  [29, 'breakdown', 0.08],
  [33, 'extreme', 0.94],
  [61, 'key', 1],
]

/** The line between two posts, over the sea. */
function drawHarbour(p: Planner, column: string): void {
  const shaky = (a: Point, b: Point, n = 14): Point[] =>
    along(n, t => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t + 2 * Math.sin(t * 23)])
  const strokes = [
    p.stroke(STONE, 6, bent([150, 190], [720, 276], [1452, 210], 24)),
    ...[140, 172].map(x => p.stroke(STONE, 9, shaky([x, 150], [x - 6, 1040]))),
    ...[1408, 1496].map(x => p.stroke(STONE, 9, shaky([x, 892], [x + 4, 1040], 6))),
    p.stroke(STONE, 9, shaky([1392, 892], [1514, 890], 6)),
    p.stroke(PALE, 4, shaky([40, 905], [600, 900])),
    p.stroke(PALE, 4, shaky([760, 902], [1330, 906])),
    p.stroke(PALE, 4, shaky([1560, 904], [1890, 900])),
    ...[
      [260, 960],
      [620, 1000],
      [1010, 966],
      [1640, 990],
    ].map(([x, y]) => p.stroke(PALE, 4, bent([x!, y!], [x! + 60, y! - 22], [x! + 130, y! + 2]))),
  ]
  p.pose(column, 1, 'key', { poses: {}, strokes })
}

/** The gull: its head drawn once and placed, its beak and its eye riding on it, its shade inside what is drawn. */
function drawGull(p: Planner): void {
  p.column('gull', 'Gull', INK, { step: 2 })
  const figure = oneBoneFigure('head', 'Head', 60)
  const head = { id: 'head', name: 'Head', kind: 'part' as const, figure }
  const strokes = [p.stroke(INK, 5, ring(0, 0, 69, 62, 24))]
  p.do('subject.add', { stack: 'gull-stack', subject: head, drawing: null, pose: null })
  p.do('subject.set', { stack: 'gull-stack', subject: 'head', strokes })
  for (const [frame, role, turn] of GULL) {
    const [x, y] = headAt(turn)
    p.pose('gull', frame, role, {
      poses: { head: restPose({ x, y }) },
      strokes: [...neck(turn), ...BODY].map((line, i) => p.stroke(INK, i < 2 ? 5 : 6, line)),
    })
  }
  turnFast(p, 'gull')

  p.column('shade', 'Shade', STONE, { step: 2 })
  p.pose('shade', 1, 'key', { poses: {}, strokes: [p.shape('#3d5a80', 0.28, SHADE)] })
  p.do('column.inside', { plan: p.plan.id, column: 'shade', was: null, inside: 'gull' })

  const [, , first] = GULL[0]!
  p.column('beak', 'Beak', INK, { step: 2 })
  for (const [frame, role, turn] of GULL)
    p.pose('beak', frame, role, {
      poses: {},
      strokes: beak(turn, headAt(first)).map(line => p.stroke(INK, 5, line)),
    })
  turnFast(p, 'beak')
  // From the front its two lines look alike: which becomes which is said.
  tieInOrder(p, 'beak', 29, 33)
  rideOnHead(p, 'beak')

  p.column('eye', 'Eye', INK, { step: 2 })
  const look = (frame: number, ...lines: Point[][]) =>
    p.pose('eye', frame, 'key', { poses: {}, strokes: lines.map(line => p.stroke(INK, 5, line)) })
  const middle = headAt(first)
  look(1, eye(first, middle))
  look(13, shut(first, middle))
  hold(p, 'eye', 3)
  p.do('run.expose', { plan: p.plan.id, column: 'eye', drawing: drawingId('eye', 1), at: null, frames: 13 })
  // From the front both eyes are seen.
  look(29, eye(-0.9, middle), eye(1, middle))
  look(33, eye(0.94, middle))
  rideOnHead(p, 'eye')
}

/** The head turns fast, past the front. */
function turnFast(p: Planner, column: string): void {
  p.chart(column, 25, 29, 1, 2, { family: 'favours', slow: 'first' })
  p.chart(column, 29, 33, 1, 2, { family: 'favours', slow: 'second' })
}

/** The strokes of two poses become each other in the order in which they were drawn. */
function tieInOrder(p: Planner, column: string, from: number, to: number): void {
  const { drawings } = p.shot.stacks[`${column}-stack`]!
  const [a, b] = [from, to].map(frame => drawings[drawingId(column, frame)]!.content.strokes.map(s => s.id))
  const ties = a!.map((id, i) => ({ from: id, to: b![i]! }))
  p.do('chart.tie', { plan: p.plan.id, chart: `${column}-chart-${from}`, ties })
}

/** A column rides on the head as that lies on the first frame. */
function rideOnHead(p: Planner, column: string): void {
  const on = { column: 'gull', part: { subject: 'head', bone: 'place' }, sizes: true, stays: false }
  const base = inverseOf(carrierSpace(sceneOf(p.shot, p.plan.id), on, 1)!).map(n => n || 0) as unknown as Affine
  p.do('column.carry', { plan: p.plan.id, column, was: null, carrier: { ...on, base }, moves: [] })
}

/** The last exposure of a column lasts so many frames. */
function hold(p: Planner, column: string, frames: number): void {
  const { runs } = p.plan.columns[column]!
  const last = runs.chunks.at(-1)!.runs.at(-1)!
  const run = { run: last.id, at: runs.frames - last.frames + 1 }
  if (frames !== last.frames) p.do('run.push', { plan: p.plan.id, column, run, delta: frames - last.frames })
}

/** Shot 050, "Kelp on the line": a strand of kelp in the wind, and a gull that turns its head. All of it is drawn. */
export function kelpOnTheLine(): { shot: Shot; strokes: Stroke[] } {
  const p = new Planner(
    makeShot('gull-point-050', {
      name: '050 Kelp on the line',
      picture: { width: 1920, height: 1080 },
      rate: rate(24),
      paper: '#fffdf6',
      length: 72,
    }),
  )
  const [first] = p.plan.order
  p.do('column.set', { plan: p.plan.id, column: first!, name: 'Harbour', background: true, ink: '#5a4632' })
  drawHarbour(p, first!)
  p.column('kelp', 'Kelp', LEAF, { step: 2 })
  for (const [frame, role, sway] of KELP)
    p.pose('kelp', frame, role, {
      poses: {},
      strokes: kelp(sway).map((line, i) => p.stroke(LEAF, i < 2 ? 6 : 5, line)),
    })
  p.chart('kelp', 1, 17, 6, 2, { family: 'halves', slow: 'first' })
  p.chart('kelp', 17, 29, 5, 2, { family: 'halves', slow: 'first' })
  p.chart('kelp', 29, 41, 5, 2, { family: 'halves', slow: 'second' })
  p.chart('kelp', 41, 57, 7, 2, { family: 'curve', handles: [0.42, 0, 0.4, 1] })
  drawGull(p)
  for (const [column, runs] of [
    ['gull', 12],
    ['shade', 72],
    ['beak', 12],
    ['eye', 40],
    ['kelp', 16],
  ] as const) {
    hold(p, column, runs)
  }
  return { shot: p.shot, strokes: p.strokes }
}
