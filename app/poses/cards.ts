import type { Drawing } from '#core/document'
import type { State } from '#core/pass'
import { isPose } from '#core/pass'
import type { Run } from '#core/sheet'
import { runAt, runBefore, runsAfter } from '#core/sheet'
import type { Focus, Scene } from '~/desk/scene'

/** A pose in the pose row: exposed from `start`; the next pose or blank begins on `end`. */
export interface PoseCard {
  readonly run: string
  readonly again?: true
  readonly start: number
  readonly end: number
  readonly drawing: string
  readonly number: string
  readonly role: Drawing['role']
  readonly held: number
  readonly state: State
}

/** The poses of the column that is worked on that lie, at least in part, between two frames, the second one excluded. */
export function cardsBetween(scene: Scene, { column, stack }: Focus, from: number, until: number): PoseCard[] {
  if (!column || !stack) return []
  const drawingOf = (run: Run): Drawing | undefined => stack.drawings[run.drawing ?? '']
  const isBetween = (run: Run) => {
    const d = drawingOf(run)
    return d !== undefined && !isPose(d)
  }
  let first = runAt(column.runs, from)
  while (first && isBetween(first.run)) first = runBefore(column.runs, first)

  const cards: PoseCard[] = []
  let open: Omit<PoseCard, 'end'> | null = null
  const close = (end: number) => {
    if (open && end > from) cards.push({ ...open, end })
    open = null
  }
  for (const { run, start } of runsAfter(column.runs, first?.start ?? from)) {
    if (isBetween(run)) continue
    close(start)
    if (start >= until) return cards
    const d = drawingOf(run)
    if (d) open = cardOf(scene, stack.id, d, run, start)
  }
  close(column.runs.frames + 1)
  return cards
}

const cardOf = (scene: Scene, stack: string, d: Drawing, run: Run, start: number): Omit<PoseCard, 'end'> => ({
  run: run.id,
  again: run.again,
  start,
  drawing: d.id,
  number: d.number,
  role: d.role,
  held: run.frames,
  state: scene.contents.state(scene, scene.shot.stacks[stack]!, d.id),
})
