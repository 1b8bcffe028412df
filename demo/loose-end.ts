import { layBones } from '#core/figure'
import type { Vec } from '#core/motion'
import { sceneOf } from '#core/pass'
import { eachRun } from '#core/sheet'
import type { Planner } from './planner'

/** The rope's loose end: so many pieces of so many px, tied to the lantern's ring. */
const [PIECES, PIECE] = [5, 26]
/** How it falls (px a frame, each frame) and how much of its swing it keeps from frame to frame. */
const [FALL, KEEP] = [2.6, 0.9]

/**
 * A hanging line by its points and where they were a frame ago (Verlet 1967; lengths put right after Jakobsen 2001,
 * from memory).
 */
interface Hanging {
  now: Vec[]
  before: Vec[]
}

function swingOn(line: Hanging, tied: Vec): Hanging {
  const moved = line.now.map((p, i): Vec => {
    const was = line.before[i]!
    return { x: p.x + (p.x - was.x) * KEEP, y: p.y + (p.y - was.y) * KEEP + FALL }
  })
  for (let round = 0; round < 24; round++) {
    moved[0] = tied
    for (let i = 1; i < moved.length; i++) {
      const [a, b] = [moved[i - 1]!, moved[i]!]
      const far = Math.hypot(b.x - a.x, b.y - a.y) || 1
      const off = (far - PIECE) / far
      const share = i === 1 ? 0 : 0.5
      moved[i - 1] = { x: a.x + (b.x - a.x) * off * share, y: a.y + (b.y - a.y) * off * share }
      moved[i] = { x: b.x - (b.x - a.x) * off * (1 - share), y: b.y - (b.y - a.y) * off * (1 - share) }
    }
  }
  moved[0] = tied
  return { now: moved, before: line.now }
}

/**
 * The loose end of the rope in a column of its own, lined up with Marrow's: an empty drawing wherever she changes, drawn
 * straight ahead. It drags behind the lantern, goes on when it stops, and settles.
 */
export function planLooseEnd(p: Planner): void {
  p.column('loose', 'Loose end', '#8a5a2b')
  p.do('column.lineup', { plan: p.plan.id, column: 'loose', leader: 'keeper' })
  const scene = sceneOf(p.shot, p.plan.id)
  const [stack, keeper] = [p.shot.stacks['keeper-stack']!, p.plan.columns.keeper!]
  const ringOn = (drawing: string): Vec => {
    const pose = scene.contents.of(scene, stack, drawing).poses.marrow!
    return layBones(stack.subjects.marrow!.figure, pose).get('near-hand')!.tip
  }
  let line: Hanging | null = null
  const drawn: { drawing: string; points: Vec[] }[] = []
  for (const { run } of eachRun(keeper.runs)) {
    const tied = ringOn(run.drawing!)
    line ??= {
      now: Array.from({ length: PIECES + 1 }, (_, i) => ({ x: tied.x, y: tied.y + i * PIECE })),
      before: Array.from({ length: PIECES + 1 }, (_, i) => ({ x: tied.x, y: tied.y + i * PIECE })),
    }
    for (let f = 0; f < run.frames; f++) {
      line = swingOn(line, tied)
      // What is drawn is where it is when its drawing is first seen.
      if (f === 0) drawn.push({ drawing: run.id, points: line.now })
    }
  }
  for (const { drawing, points } of drawn)
    p.do('stroke.add', { stack: 'loose-stack', drawing, strokes: strokesOf(p, points) })
}

/** A rope with a frayed end, as a hand would draw it. */
function strokesOf(p: Planner, points: readonly Vec[]) {
  const smooth = points.flatMap((a, i): [number, number][] => {
    const b = points[i + 1]
    return b
      ? [
          [a.x, a.y],
          [(a.x + b.x) / 2, (a.y + b.y) / 2],
        ]
      : [[a.x, a.y]]
  })
  const [end, last] = [points.at(-1)!, points.at(-2)!]
  const way = Math.atan2(end.y - last.y, end.x - last.x)
  const strand = (turn: number, length: number): [number, number][] => [
    [end.x, end.y],
    [end.x + Math.cos(way + turn) * length * 0.6, end.y + Math.sin(way + turn) * length * 0.6],
    [end.x + Math.cos(way + turn * 1.6) * length, end.y + Math.sin(way + turn * 1.6) * length],
  ]
  return [
    p.stroke('#8a5a2b', 6, smooth),
    p.stroke('#8a5a2b', 3, strand(0.35, 24)),
    p.stroke('#8a5a2b', 3, strand(-0.3, 27)),
    p.stroke('#8a5a2b', 3, strand(0.03, 22)),
  ]
}
