import { layBones } from '../figure'
import { distance } from '../motion'
import type { Scene, Shown } from '../pass'
import { drawingShown } from '../pass'
import type { Frames } from '../sheet'
import { runsAfter } from '../sheet'
import type { Column, StrokeRef, Stack } from '../document/document'

/** Poses nearer than this look the same, px. */
const SAME = 0.25

const compared = new WeakMap<Shown, { with: Shown; same: boolean }>()

/** True when two drawings cannot be told apart: the same strokes, and every bone of every subject at the same place. */
export function looksSame(stack: Stack, a: Shown, b: Shown): boolean {
  if (a === b) return true
  const known = compared.get(a)
  if (known?.with === b) return known.same
  const same = compare(stack, a, b)
  compared.set(a, { with: b, same })
  return same
}

const UNMOVED = [1, 0, 0, 1, 0, 0] as const

/** The same line or flat shape, as wide, at the same place. */
function sameStroke(s: StrokeRef, t: StrokeRef): boolean {
  if (s.hash !== t.hash || (s.width ?? 1) !== (t.width ?? 1)) return false
  const [a, b] = [s.at ?? UNMOVED, t.at ?? UNMOVED]
  return a.every((v, i) => Math.abs(v - b[i]!) < (i < 4 ? 1e-3 : SAME))
}

const sameStrokes = (p: readonly StrokeRef[], q: readonly StrokeRef[]): boolean =>
  p.length === q.length && p.every((s, i) => sameStroke(s, q[i]!))

/** The strokes that are seen; of an in-between those of its poses, where nothing moves from one to the other. */
function refsOf({ strokes, drawn }: Shown): readonly StrokeRef[] | null {
  if (!drawn) return strokes
  const [from, to] = drawn.ends
  return sameStrokes(from, to) ? from : null
}

function sameLines(a: Shown, b: Shown): boolean {
  const [p, q] = [refsOf(a), refsOf(b)]
  if (p && q) return sameStrokes(p, q)
  return !p && !q && a.drawn!.isAs(b.drawn!)
}

function compare(stack: Stack, a: Shown, b: Shown): boolean {
  if (!sameLines(a, b)) return false
  return Object.values(stack.subjects).every(({ id, figure }) => {
    const [p, q] = [a.poses[id], b.poses[id]]
    if (!p || !q) return p === q
    const [one, two] = [layBones(figure, p), layBones(figure, q)]
    return (
      figure.bones.every(({ id: bone }) => distance(one.get(bone)!.tip, two.get(bone)!.tip) < SAME) &&
      Math.abs(p.stretch - q.stretch) < 1e-3
    )
  })
}

/**
 * Exposures whose drawing is another than the one before and looks the same: the picture sticks there. By their run, with
 * the drawing before; of the whole column, or of the exposures shown on some frames. Drawings that are meant to be alike
 * are left out.
 */
export function sticking(
  scene: Scene,
  column: Column,
  within: Frames = { first: 1, last: column.runs.frames },
): Map<string, string> {
  const stack = scene.shot.stacks[column.stack]!
  const found = new Map<string, string>()
  let before = within.first > 1 ? drawingShown(column, within.first - 1) : null
  for (const { run, start } of runsAfter(column.runs, within.first)) {
    if (start > within.last) break
    if (run.drawing && before && run.drawing !== before) {
      const [a, b] = [scene.contents.of(scene, stack, before), scene.contents.of(scene, stack, run.drawing)]
      const empty = !b.strokes.length && !b.drawn && !Object.keys(b.poses).length
      const meant = stack.drawings[run.drawing]?.alike
      if (!empty && !meant && looksSame(stack, a, b)) found.set(run.id, before)
    }
    before = run.drawing
  }
  return found
}
