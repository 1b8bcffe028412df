import { counterpart, hasSides, layBones, swapSides } from '../figure'
import type { Figure, Pose } from '../figure'
import type { CycleIn } from '../document/cycling'
import { planNow } from '../document/cycling'
import type { Column } from '../document/document'
import { subjectsOf } from '../document/shown'
import { plannedPoses } from '../cycle'
import { distance } from '../motion'
import type { Vec } from '../motion'
import type { Scene, StrokeBy } from '../pass'
import { contentMarks } from '../picture'
import { markPoints } from './overlap'
import { pointName } from './point'

/** What is farthest from itself over the seam of a cycle. */
export interface SeamStep {
  readonly name: string
  /** From the last drawing to the first, px; and in the steps before and after it. */
  readonly gap: number
  readonly before: number
  readonly after: number
  /** It goes much farther than in both. */
  readonly jumps: boolean
}

/** It jumps where its step is twice as long as the longer one beside it, and some px. */
const [MORE, LEAST] = [2, 6]

/** The step over the seam of a cycle: of what jumps the most, else of what goes the farthest. Null for a single drawing. */
export function seamStep(scene: Scene, column: Column, { bracket }: CycleIn, strokeBy?: StrokeBy): SeamStep | null {
  const stack = scene.shot.stacks[column.stack]!
  const row = bracket.there.flatMap((r, i) =>
    r.drawing && r.drawing !== bracket.there[i - 1]?.drawing ? [r.drawing] : [],
  )
  if (row.length < 2 || bracket.repeat.back) return null
  const four = [row.at(-2)!, row.at(-1)!, row[0]!, row[1]!].map(d => scene.contents.of(scene, stack, d))
  const steps: SeamStep[] = []
  const add = (name: string, [before, gap, after]: readonly [number, number, number]): void =>
    void steps.push({ name, gap, before, after, jumps: gap > MORE * Math.max(before, after) + LEAST })
  const measure = (name: string, at: readonly (Vec | null)[]): void => {
    const [p, q, r, s] = at
    if (q && r) add(name, [p ? distance(p, q) : 0, distance(q, r), s ? distance(r, s) : 0])
  }
  for (const { id, figure } of subjectsOf(stack)) {
    const laid = four.map(c => (c.poses[id] ? layBones(figure, c.poses[id]) : null))
    for (const { id: bone } of figure.bones)
      measure(
        pointName(stack, { subject: id, part: bone }),
        laid.map(l => l?.get(bone)?.tip ?? null),
      )
  }
  if (strokeBy) {
    const marks = four.map(c => contentMarks(stack, { ...c, poses: {} }, strokeBy))
    const each = Math.max(8, Math.floor(MOST_POINTS / Math.max(1, ...marks.map(m => m.length))))
    const [p, q, r, s] = marks.map(list => list.flatMap(m => thinned(markPoints(m), each)))
    if (q!.length && r!.length) add('what is drawn', [drawnApart(p!, q!), drawnApart(q!, r!), drawnApart(r!, s!)])
  }
  const over = (s: SeamStep): number => s.gap - Math.max(s.before, s.after)
  const jumping = steps.filter(s => s.jumps).sort((a, b) => over(b) - over(a))[0]
  return jumping ?? steps.sort((a, b) => b.gap - a.gap)[0] ?? null
}

/** So many points of all that is drawn are measured, about. */
const MOST_POINTS = 800

/** As many points as that at most, evenly taken, with the first: the same of two that are alike. */
const thinned = (points: readonly Vec[], most: number): readonly Vec[] => {
  const every = Math.ceil(points.length / most)
  return every <= 1 ? points : points.filter((_, i) => i % every === 0)
}

/**
 * How far what is drawn lies from what was drawn, px: the distance of the point that is farthest from all of the other
 * (Hausdorff's distance of two sets: Hausdorff, Grundzüge der Mengenlehre, 1914). 0 where one of them is empty.
 */
export function drawnApart(a: readonly Vec[], b: readonly Vec[]): number {
  if (!a.length || !b.length) return 0
  const farthest = (from: readonly Vec[], to: readonly Vec[]): number => {
    let most = 0
    for (const p of from) {
      let least = Infinity
      for (const q of to) {
        const [dx, dy] = [p.x - q.x, p.y - q.y]
        const d = dx * dx + dy * dy
        if (d < least) least = d
        if (least <= most) break
      }
      if (least > most) most = least
    }
    return most
  }
  return Math.sqrt(Math.max(farthest(a, b), farthest(b, a)))
}

/** Limbs that look exchanged on a drawing: the near one lies where the far one was before. */
export interface Mixed {
  readonly drawing: string
  readonly name: string
  /** `drawing` where they change from one drawing to the next, `half` where the second half is as the first. */
  readonly kind: 'drawing' | 'half'
}

/** How far apart two poses of a figure are, px: by the ends of bones that have a counterpart. */
function apart(figure: Figure, a: Pose, b: Pose): number {
  const [p, q] = [layBones(figure, a), layBones(figure, b)]
  return figure.bones
    .filter(bone => counterpart(figure, bone.id))
    .reduce((sum, { id }) => sum + distance(p.get(id)!.tip, q.get(id)!.tip), 0)
}

/** Poses are mixed up where they are this much nearer to others with sides exchanged. */
const NEARER = 0.6

/**
 * Limbs of a cycle that are mixed up: a drawing that would be much nearer to those beside it with left and right exchanged,
 * and a second half that has the same legs in front as the first.
 */
export function mixedLimbs(scene: Scene, column: Column, { cycle, bracket }: CycleIn): Mixed[] {
  const stack = scene.shot.stacks[column.stack]!
  const now = planNow(cycle, bracket.there)
  if (!now) return []
  const shown = plannedPoses(now).filter(p => p.drawing && bracket.there.some(r => r.drawing === p.drawing))
  const halves = now.steps.length % 2 ? 0 : now.steps.length / 2
  return subjectsOf(stack)
    .filter(s => s.kind === 'figure' && hasSides(s.figure))
    .flatMap(({ id, name, figure }) => {
      const poses = shown.flatMap(p => {
        const pose = scene.contents.of(scene, stack, p.drawing!).poses[id]
        return pose ? [{ ...p, drawing: p.drawing!, pose }] : []
      })
      const mixed = poses.length < 6 ? [] : poses.filter((_, i) => isMixed(figure, poses, i))
      const same = poses.filter(p => {
        const first = halves ? poses.find(q => q.step + halves === p.step && q.off === p.off) : undefined
        if (!first || mixed.includes(p) || mixed.includes(first)) return false
        return apart(figure, first.pose, p.pose) < NEARER * apart(figure, swapSides(figure, first.pose), p.pose)
      })
      return [
        ...mixed.map(({ drawing }): Mixed => ({ drawing, name, kind: 'drawing' })),
        ...same.map(({ drawing }): Mixed => ({ drawing, name, kind: 'half' })),
      ]
    })
}

function isMixed(figure: Figure, poses: readonly { readonly pose: Pose }[], i: number): boolean {
  const beside = [poses[(i + poses.length - 1) % poses.length]!, poses[(i + 1) % poses.length]!]
  const far = (pose: Pose): number => beside.reduce((sum, b) => sum + apart(figure, pose, b.pose), 0)
  return far(swapSides(figure, poses[i]!.pose)) < NEARER * far(poses[i]!.pose)
}
