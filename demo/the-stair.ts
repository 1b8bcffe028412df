import { EASINGS } from '#core/chart'
import type { CycleKindId } from '#core/cycle'
import { CYCLE_KINDS, plannedPoses, planOfKind } from '#core/cycle'
import type { Pose } from '#core/figure'
import { reach } from '#core/figure'
import { sceneOf } from '#core/pass'
import { eachRun } from '#core/sheet'
import type { Content, Cycle, Shot } from '../core/document'
import { cycleIn, makeShot } from '../core/document'
import type { Stroke } from '#core/stroke'
import { rate } from '#core/time'
import { marrow, stand } from './marrow'
import { Planner } from './planner'

/** Five seconds: five rounds of her steps, twelve of the wings. */
const LENGTH = 120
const [ROUND, STEP] = [24, 12]
/** A stair of the tower, px: how far it goes and how high it is. A round climbs two. */
const [RUN, RISE] = [96, 62]
/** The middle of her feet, px. */
const [X, Y] = [930, 872]
const framing = { middle: X, ground: Y + 14, size: 1.15 }

/** Where a foot is `t` frames after its contact: it stands for a step and goes down and back, then it is lifted over two. */
function foot(t: number): { x: number; y: number } {
  const u = ((t % ROUND) + ROUND) % ROUND
  const along = (share: number) => ({ x: X + RUN * (0.5 - share), y: Y - RISE * (0.5 - share) })
  if (u <= STEP) return along(u / STEP)
  const share = (u - STEP) / STEP
  const eased = share * share * (3 - 2 * share)
  const { x, y } = along(1 - eased)
  return { x, y: y - 54 * Math.sin(Math.PI * Math.min(1, share * 1.1)) ** 1.2 }
}

/** How her body goes through a step: lowest when the weight comes on, highest before the next contact. */
const BODY: Readonly<Record<number, { hips: number; back: number; near: number; far: number }>> = {
  0: { hips: 8, back: 0.22, near: -26, far: 34 },
  3: { hips: 20, back: 0.27, near: -18, far: 26 },
  6: { hips: 4, back: 0.2, near: 0, far: 2 },
  9: { hips: -10, back: 0.14, near: 16, far: -18 },
}
const [NEAR, FAR] = ['near-step', 'far-step'].map(id => marrow.chains.find(c => c.id === id)!) as [
  (typeof marrow.chains)[number],
  (typeof marrow.chains)[number],
]

/** Marrow in the first step, `t` frames after her near foot came down. */
function climbing(t: number): Pose {
  const { hips, back, near, far } = BODY[t]!
  const pose = stand(
    {
      ...{ hips: [966, 682 + hips], back, head: -0.16 - back / 3, lantern: 0 },
      near: [996 + near, 686 + hips],
      far: [996 + far, 678 + hips],
    },
    { ...framing, middle: framing.middle + 6 },
  )
  return reach(marrow, reach(marrow, pose, NEAR, foot(t)), FAR, foot(t + STEP))
}

/**
 * Shot 030, "The stair": Marrow climbs with a step cycle of which half is derived; the camera rises with her, so that the
 * stair passes at her stride, the window less, the wall behind it least. Beside the window a gull beats its wings in a
 * cycle of another length.
 */
export function theStair(): { shot: Shot; strokes: Stroke[] } {
  const p = new Planner(
    makeShot('gull-point-030', {
      name: '030 The stair',
      picture: { width: 1920, height: 1080 },
      rate: rate(24),
      paper: '#fffdf6',
      length: LENGTH,
    }),
  )
  // The paper goes as far as the camera rises.
  p.do('shot.set', { room: 0.65 })
  const [first] = p.plan.order
  p.do('column.set', { plan: p.plan.id, column: first!, name: 'Wall', background: true, ink: '#5a4632' })
  drawWall(p, first!)
  p.column('window', 'Window', '#5a4632', { background: true })
  drawWindow(p)
  p.column('stair', 'Stair', '#5a4632', { background: true })
  drawStair(p)
  planKeeper(p)
  // It flies behind the window alone, so that it can stand last.
  planGull(p)
  rises(p)
  p.notes([
    [1, 24, 'two stairs a round'],
    [25, 24, 'the camera rises with her'],
    [49, 24, 'the gull keeps beside the window'],
  ])
  return { shot: p.shot, strokes: p.strokes }
}

/** The steps of a kind of cycle, with drawings by their moments. */
function stepsOf(kind: CycleKindId, lengths?: readonly number[]): Cycle['steps'] {
  const { steps } = planOfKind(
    CYCLE_KINDS.find(k => k.id === kind)!,
    lengths,
  )
  return steps.map(s => ({
    frames: s.frames,
    moments: s.moments.map(({ air: _air, ...m }) => ({ ...m, drawing: null })),
  }))
}

/** Drawings for the moments of a stage, numbered by their frames. */
const made = (id: string, steps: Cycle['steps'], stage: number, content: (t: number) => Content | null) =>
  plannedPoses({ steps }).flatMap(m => {
    const drawn = m.stage === stage ? content(m.frame - 1) : null
    const moment = steps[m.step]!.moments.findIndex(x => x.off === m.off)
    return drawn
      ? [{ step: m.step, moment, drawing: { id: `${id}-${m.frame}`, number: String(m.frame), content: drawn } }]
      : []
  })

function planKeeper(p: Planner): void {
  p.figure('keeper', 'Keeper', marrow)
  const where = { plan: p.plan.id, column: 'keeper', cycle: 'climb' }
  const steps = stepsOf('walk')
  const posed = (t: number): Content | null => (t < STEP ? { poses: { marrow: climbing(t) }, strokes: [] } : null)
  // Both contacts are there to begin with; the second is the first with left and right exchanged.
  const begin = made('keeper', steps, 1, t => posed(t % STEP))
  p.do('cycle.plan', { ...where, onFrame: 1, kind: 'walk', steps, times: null, drawings: begin, derived: true })
  p.do('cycle.stage', { ...where, stage: 2, drawings: made('keeper', steps, 2, posed) })
  p.do('cycle.stage', { ...where, stage: 3, drawings: made('keeper', steps, 3, posed) })
  // On ones: two in-betweens in each gap of the first half; the foot that stands stays on its stair.
  const runs = () => [...eachRun(p.plan.columns.keeper!.runs)]
  for (const from of [1, 4, 7, 10]) {
    const [a, b] = [from, from + 3].map(f => runs().find(r => r.start === f)!)
    const ticks = [1, 2].map(k => ({ drawing: `keeper-${from + k}`, number: String(from + k), u: k / 3 }))
    p.do('chart.fill', {
      ...{
        plan: p.plan.id,
        column: 'keeper',
        chart: `keeper-chart-${from}`,
        ticks,
        recipe: { family: 'even' },
        step: 1,
      },
      ...{ from: { run: a!.run.id, at: a!.start }, to: { run: b!.run.id, at: b!.start } },
    })
  }
  for (const from of [1, 4, 7, 10]) for (const k of [1, 2]) standOn(p, from, from + k)
}

/** An in-between whose near leg stands where its stair is by then. */
function standOn(p: Planner, from: number, frame: number): void {
  const scene = sceneOf(p.shot, p.plan.id)
  const pose = scene.contents.of(scene, p.shot.stacks['keeper-stack']!, `keeper-${frame}`).poses.marrow!
  const { angles } = reach(marrow, pose, NEAR, foot(frame - 1))
  const fixed = Object.fromEntries([NEAR.upper, NEAR.lower, NEAR.tip!].map(b => [b, angles[b] ?? 0]))
  p.do('drawing.fix', {
    ...{ plan: p.plan.id, chart: `keeper-chart-${from}`, drawing: `keeper-${frame}` },
    fixed: { marrow: { angles: fixed } },
  })
}

/** She goes up the stair at her stride, with her drawings; the camera rises with her, slow at both ends. */
function rises(p: Planner): void {
  const { bracket } = cycleIn(p.plan.columns.keeper!, 'climb', LENGTH)!
  const rounds = LENGTH / bracket.frames
  const [x, y] = [2 * RUN * rounds, -2 * RISE * rounds]
  const still = { turn: 0, size: 1 }
  const about = { x: X, y: Y }
  const even = { recipe: { family: 'even' as const }, step: 1, about, drawn: true as const, round: true as const }
  const recipe = { family: 'curve' as const, handles: [...EASINGS['ease-in-out']] as [number, number, number, number] }
  const eased = { recipe, step: 1, about: { x: 0, y: 0 }, round: true as const }
  const { width, height } = p.shot.picture
  const [mx, my] = [width / 2, height / 2]
  p.do('move.put', {
    plan: p.plan.id,
    puts: [
      { column: 'keeper', move: { ...still, frame: 1, place: { x: 0, y: 0 }, go: even } },
      { column: 'keeper', move: { ...still, frame: LENGTH + 1, place: { x, y } } },
      { column: null, move: { ...still, frame: 1, place: { x: mx, y: my }, go: eased } },
      { column: null, move: { ...still, frame: LENGTH, place: { x: mx + x, y: my + y } } },
    ],
  })
  // The wall is far away; the window stands out of it.
  for (const [column, depth] of [
    [p.plan.order[0]!, 0.2],
    ['window', 0.23],
    ['gull', 0.21],
  ] as const)
    p.do('column.set', { plan: p.plan.id, column, depth })
}

type Points = readonly (readonly [number, number])[]

/** A gull as it is drawn with its wings so far up (1) or down (−1). */
function gull(p: Planner, wings: number): Content {
  const INK = '#26302c'
  // Root, elbow, wrist, tip: aside, as high as they go, and how they bend on the way.
  const wing = (side: 1 | -1): Points =>
    [
      [10, 14, -2],
      [52, 46, -10],
      [100, 74, 2],
      [152, 96, 20],
    ].map(([aside, high, bend]): [number, number] => [
      480 + side * aside!,
      300 - wings * high! * (wings < 0 ? 0.75 : 1) + bend! * (1 - Math.abs(wings)),
    ])
  const body: Points = [
    [432, 306 - wings * 5],
    [462, 296 - wings * 5],
    [500, 294 - wings * 5],
    [528, 300 - wings * 5],
    [498, 312 - wings * 5],
    [458, 314 - wings * 5],
    [432, 306 - wings * 5],
  ]
  const strokes = [p.stroke(INK, 6, wing(-1)), p.stroke(INK, 5, body), p.stroke(INK, 7, wing(1))]
  return { poses: {}, strokes }
}

function planGull(p: Planner): void {
  p.column('gull', 'Gull', '#26302c', { step: 1 })
  const where = { plan: p.plan.id, column: 'gull', cycle: 'wings' }
  const steps = stepsOf('wings', [10])
  const wings: Readonly<Record<number, number>> = { 0: 1, 3: 0.1, 5: -0.8, 8: -0.1 }
  const drawn = (t: number): Content => gull(p, wings[t]!)
  p.do('cycle.plan', {
    ...{ ...where, onFrame: 1, kind: 'wings', steps, times: null, derived: false },
    drawings: made('gull', steps, 1, drawn),
  })
  p.do('cycle.stage', { ...where, stage: 2, drawings: made('gull', steps, 2, drawn) })
  const go = { recipe: { family: 'even' as const }, step: 1, about: { x: 480, y: 300 } }
  const at = (frame: number, x: number, y: number) => ({ frame, place: { x, y }, turn: 0, size: 1 })
  p.do('column.carry', {
    ...{ plan: p.plan.id, column: 'gull', was: null, carrier: null },
    moves: [{ ...at(1, -60, 60), go }, { ...at(61, -20, 20), go }, at(LENGTH + 1, -60, 40)],
  })
  p.do('column.inside', { plan: p.plan.id, column: 'gull', was: null, inside: 'window' })
}

const [WOOD, STONE, PALE, SKY] = ['#8a7a64', '#b9ad99', '#d8d0c0', '#dfe8e4']

/** A tall window with a round head, from its left foot over its head to the right one. */
const arch = (grow: number): Points => [
  ...[0, 0.25, 0.5, 0.75].map((u): [number, number] => [300 - grow, 560 + grow - u * (310 + grow)]),
  ...Array.from({ length: 13 }, (_, i): [number, number] => {
    const a = Math.PI + (Math.PI * i) / 12
    return [480 + (180 + grow) * Math.cos(a), 250 + (170 + grow) * Math.sin(a)]
  }),
  ...[0.25, 0.5, 0.75, 1].map((u): [number, number] => [660 + grow, 250 + u * (310 + grow)]),
]
const sill = (grow: number): Points =>
  Array.from({ length: 6 }, (_, i): [number, number] => [296 - grow + (i * (368 + 2 * grow)) / 5, 560 + grow + (i % 2)])

function drawWindow(p: Planner): void {
  const strokes = [p.shape(SKY, 1, arch(0)), p.stroke(WOOD, 7, arch(0)), p.stroke(WOOD, 8, sill(0))]
  p.pose('window', 1, 'key', { poses: {}, strokes })
}

/** The far wall of the tower: courses of stone, broken here and there. */
function drawWall(p: Planner, column: string): void {
  const course = (y: number): { id: string; hash: string }[] =>
    [0, 1, 2, 3, 4].flatMap(i => {
      const x = 40 + i * 470 + ((y * 7) % 180)
      const wave = (k: number): [number, number] => [x + k * 34, y + 3 * Math.sin(k * 1.9 + i)]
      return (i + y / 40) % 3 < 1.4 ? [p.stroke(PALE, 4, [0, 1, 2, 3, 4, 5].map(wave))] : []
    })
  const strokes = [-180, -60, 60, 180, 300, 420, 540, 660, 780, 900].flatMap(course)
  p.pose(column, 1, 'key', {
    poses: {},
    strokes: [...strokes, p.stroke(STONE, 5, arch(34)), p.stroke(STONE, 5, sill(34))],
  })
}

/** The stair from below her to above the paper. */
function drawStair(p: Planner): void {
  const top = (k: number): readonly [number, number] => [X + RUN * k, Y + 20 - RISE / 2 - RISE * k]
  const strokes = Array.from({ length: 32 }, (_, i) => {
    const [x, y] = top(i - 11)
    const riser = [1, 0.66, 0.33, 0].map((u, k): [number, number] => [x + (k % 2), y + u * RISE])
    const tread = [-0.08, 0.3, 0.6, 1].map((u, k): [number, number] => [x + u * RUN, y + (k % 2)])
    return [p.stroke(WOOD, 6, riser), p.stroke(WOOD, 8, tread)]
  }).flat()
  const [low, high] = [top(-12), top(22)]
  const under = p.stroke(STONE, 6, [
    [low[0], low[1] + 118],
    [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2 + 114],
    [high[0], high[1] + 118],
  ])
  p.pose('stair', 1, 'key', { poses: {}, strokes: [under, ...strokes] })
}
