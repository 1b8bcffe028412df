import type { NewId, Runs } from '../sheet'
import {
  bracketsOf,
  deleteFrames,
  differing,
  insertFrames,
  push,
  runAfter,
  runAt,
  runBefore,
  shownFrames,
  writtenFrame,
} from '../sheet'
import type { Column, Shot } from '../document/document'
import { orderedColumns } from '../document/shown'
import { withColumn } from './parts'

/** The other columns of a column's link group that can be changed, from left to right: new ids are counted in that order. */
const linkedTo = (shot: Shot, plan: string, column: Column): Column[] =>
  column.link === undefined
    ? []
    : orderedColumns(shot.plans[plan]!).filter(
        c => c.id !== column.id && c.link === column.link && !c.locked && c.leader === undefined,
      )

/**
 * Frames that come (or go, below 0) at a place in time: behind `end`, a written frame of the column that is changed.
 */
export interface Delta {
  readonly end: number
  readonly delta: number
}

/**
 * The shot after an edit by which exposures of a column grew or shrank (the column as it was before is given): the
 * columns of its link group get as many frames, or lose them, where those exposures end. Nothing of theirs is reduced
 * to nothing: a drawing that would vanish keeps one frame.
 */
export function followed(shot: Shot, plan: string, before: Column): Shot {
  if (!linkedTo(shot, plan, before).length) return shot
  const { start, before: was, after } = differing(before.runs, shot.plans[plan]!.columns[before.id]!.runs)
  const now = new Map(after.map(run => [run.id, run.frames]))
  let end = start - 1
  return followedBy(
    shot,
    plan,
    before,
    was.map(run => {
      end += run.frames
      return { end, delta: (now.get(run.id) ?? run.frames) - run.frames }
    }),
  )
}

/** The columns of a column's link group after frames came, or went, behind a written frame of it. */
export const followedAt = (shot: Shot, plan: string, before: Column, end: number, delta: number): Shot =>
  followedBy(shot, plan, before, [{ end, delta }])

/** The same for several places at once. */
export function followedBy(shot: Shot, plan: string, before: Column, deltas: readonly Delta[]): Shot {
  const brackets = bracketsOf(before, shot.length)
  // A passage that is shown again changes as often as it is shown.
  const shown = deltas
    .filter(d => d.delta !== 0)
    .flatMap(({ end, delta }) => shownFrames(brackets, end).map(f => ({ end: f, delta })))
    .sort((a, b) => b.end - a.end)
  return linkedTo(shot, plan, before).reduce((s, column) => {
    const theirs = bracketsOf(column, shot.length)
    return withColumn(s, plan, {
      ...column,
      runs: shown.reduce((runs, { end, delta }) => {
        // A repeat is not stretched by its neighbours: what follows it takes the change.
        const over = theirs.find(b => b.start <= end && end < b.start + b.frames + b.adds)
        return over
          ? resizedBehind(runs, over.from + over.frames, delta)
          : resized(runs, writtenFrame(theirs, end).frame, delta)
      }, column.runs),
    })
  }, shot)
}

/**
 * The columns of a column's link group after its frames first…last were taken out: theirs of the same time go, too, with
 * drawings that had no others. Where one of theirs lies in a repeat, what follows the repeat gives as many.
 */
export function followedOut(shot: Shot, plan: string, before: Column, first: number, last: number, newId: NewId): Shot {
  const count = last - first + 1
  const starts = shownFrames(bracketsOf(before, shot.length), first).reverse()
  return linkedTo(shot, plan, before).reduce((s, column) => {
    const theirs = bracketsOf(column, shot.length)
    return withColumn(s, plan, {
      ...column,
      runs: starts.reduce((runs, start) => {
        const over = theirs.find(b => b.start < start + count && start < b.start + b.frames + b.adds)
        if (over) return resizedBehind(runs, over.from + over.frames, -count)
        const { frame } = writtenFrame(theirs, start)
        return deleteFrames(runs, frame, frame + count - 1, newId)
      }, column.runs),
    })
  }, shot)
}

function resizedBehind(runs: Runs, frame: number, delta: number): Runs {
  let out = runs
  for (let left = delta; left !== 0;) {
    let p = runAt(out, frame)
    while (p && left < 0 && p.run.frames === 1) p = runAfter(out, p)
    if (!p) return out
    const d = Math.max(left, 1 - p.run.frames)
    out = push(out, p, d)
    left -= d
  }
  return out
}

function resized(runs: Runs, end: number, delta: number): Runs {
  if (end > runs.frames && delta > 0) return runs
  if (delta > 0) return insertFrames(runs, end + 1 > runs.frames ? end : end + 1, delta)
  let out = runs
  for (let i = 0; i < -delta; i++) {
    // A frame is taken from the nearest exposure at or before it that has more than one.
    let p = runAt(out, Math.min(end - i, out.frames))
    while (p && p.run.frames === 1) p = runBefore(out, p)
    if (p) out = push(out, p, -1)
  }
  return out
}
