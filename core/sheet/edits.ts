import type { Place, Run, Runs } from './runs'
import { lastRun, resizeRuns, runAfter, runAt, runBefore, runsFrom, splice } from './runs'

/** Gives a new id at each call; the ids of one command come from the command's own. */
export type NewId = () => string

const withFrames = (run: Run, frames: number): Run => ({ ...run, frames })

/**
 * Push: a run grows or shrinks by `delta` frames, what follows moves, the total changes.
 * It keeps at least one frame.
 */
export function push(runs: Runs, p: Place, delta: number): Runs {
  return splice(runs, p, 1, [withFrames(p.run, Math.max(1, p.run.frames + delta))])
}

/**
 * Trade: the boundary after a run moves by `delta` frames, the total stays; both sides keep at least one frame.
 * After the last run there is nothing to trade with: the runs come back as they were.
 */
export function trade(runs: Runs, p: Place, delta: number): Runs {
  const next = runAfter(runs, p)
  if (!next) return runs
  const d = Math.max(1 - p.run.frames, Math.min(delta, next.run.frames - 1))
  return d === 0
    ? runs
    : splice(runs, p, 2, [withFrames(p.run, p.run.frames + d), withFrames(next.run, next.run.frames - d)])
}

/**
 * A run moves in time by `delta` frames between its neighbours, which give and take (a trade at both ends, the total
 * stays). The last run trades with its own length. Neighbours keep at least one frame; the first run stays.
 */
export function shift(runs: Runs, p: Place, delta: number): Runs {
  const before = runBefore(runs, p)
  if (!before) return runs
  const after = runAfter(runs, p)
  const most = (after ?? p).run.frames - 1
  const d = Math.max(1 - before.run.frames, Math.min(delta, most))
  if (d === 0) return runs
  const moved = after
    ? [withFrames(before.run, before.run.frames + d), p.run, withFrames(after.run, after.run.frames - d)]
    : [withFrames(before.run, before.run.frames + d), withFrames(p.run, p.run.frames - d)]
  return splice(runs, before, moved.length, moved)
}

/** Makes a run begin on `frame`, cutting the one exposed there; the second part gets a new id. */
export function cutAt(runs: Runs, frame: number, newId: NewId): Runs {
  const p = runAt(runs, frame)
  if (!p || p.start === frame) return runs
  const before = frame - p.start
  return splice(runs, p, 1, [withFrames(p.run, before), { ...p.run, id: newId(), frames: p.run.frames - before }])
}

/**
 * The last drawing's stay made plain: its run is lengthened until the column ends on `frame`. A column without runs
 * gets a blank.
 */
export function extendTo(runs: Runs, frame: number, newId: NewId): Runs {
  const missing = frame - runs.frames
  if (missing <= 0) return runs
  const last = lastRun(runs)
  return last ? push(runs, last, missing) : splice(runs, null, 0, [{ id: newId(), drawing: null, frames: missing }])
}

/** Replaces the frames first…last by other runs (of any length), cutting what reaches over the edges. */
export function replaceFrames(runs: Runs, first: number, last: number, insert: readonly Run[], newId: NewId): Runs {
  const cut = cutAt(cutAt(extendTo(runs, last, newId), first, newId), last + 1, newId)
  const p = runAt(cut, first)
  if (!p) return splice(cut, null, 0, insert)
  return splice(cut, p, runsFrom(cut, p, last - first + 1).length, insert)
}

/** Neighbouring runs of one drawing become one exposure. */
export function merged(list: readonly Run[]): Run[] {
  const out: Run[] = []
  for (const run of list) {
    const before = out.at(-1)
    if (before && before.drawing === run.drawing) out[out.length - 1] = withFrames(before, before.frames + run.frames)
    else out.push(run)
  }
  return out
}

/**
 * On ones, twos … by push: every drawing whose exposure begins in first…last is kept and gets `step` frames; the length
 * changes. Blanks keep theirs.
 */
export const exposeByPush = (runs: Runs, first: number, last: number, step: number): Runs =>
  resizeRuns(runs, first, last, run => (run.drawing === null ? run.frames : step))

/**
 * On twos, threes … by thinning: of first…last every `step`-th moment is kept, counted from first, and the length stays.
 * What is dropped keeps its place in the stack.
 */
export function exposeByThinning(runs: Runs, first: number, last: number, step: number, newId: NewId): Runs {
  const end = Math.min(last, runs.frames)
  const used = new Set<string>()
  const kept: Run[] = []
  for (let f = first; f <= end; f += step) {
    const { run } = runAt(runs, f)!
    const fresh = used.has(run.id) || runAt(runs, f)!.start < first
    used.add(run.id)
    kept.push({ id: fresh ? newId() : run.id, drawing: run.drawing, frames: Math.min(step, end - f + 1) })
  }
  return kept.length ? replaceFrames(runs, first, end, merged(kept), newId) : runs
}

/** Hold: the drawing on `first` stays until `last`; the others of the range are not exposed there any more. */
export function holdRange(runs: Runs, first: number, last: number, newId: NewId): Runs {
  const p = runAt(runs, first)
  if (!p) return runs
  const id = p.start === first ? p.run.id : newId()
  return replaceFrames(runs, first, last, [{ id, drawing: p.run.drawing, frames: last - first + 1 }], newId)
}

/** Clears first…last to a blank. */
export const blankRange = (runs: Runs, first: number, last: number, newId: NewId): Runs =>
  replaceFrames(runs, first, last, [{ id: newId(), drawing: null, frames: last - first + 1 }], newId)

/**
 * Puts a run in so that it begins on `frame`: within a hold it takes the rest of the hold, on a blank what is left of the
 * blank; at the beginning of another drawing's exposure it is put before it and pushes; after the end the last drawing
 * stays up to it.
 */
export function insertRun(runs: Runs, frame: number, run: Run, newId: NewId): Runs {
  if (frame > runs.frames) return splice(extendTo(runs, frame - 1, newId), null, 0, [run])
  const p = runAt(runs, frame)!
  if (p.start === frame && p.run.drawing === null) {
    const last = !runAfter(runs, p)
    return splice(runs, p, 1, [withFrames(run, last ? Math.max(run.frames, p.run.frames) : p.run.frames)])
  }
  if (p.start === frame) return splice(runs, p, 0, [run])
  const before = frame - p.start
  return splice(runs, p, 1, [withFrames(p.run, before), withFrames(run, p.run.frames - before)])
}

/**
 * Takes one exposure out; its frames go to what stands before it (or after it, at the beginning), so nothing else
 * moves.
 */
export function giveAway(runs: Runs, p: Place, to: 'before' | 'next' = 'before'): Runs {
  const before = runBefore(runs, p)
  const after = runAfter(runs, p)
  if (before && (to === 'before' || !after))
    return splice(runs, before, 2, [withFrames(before.run, before.run.frames + p.run.frames)])
  if (after) return splice(runs, p, 2, [withFrames(after.run, after.run.frames + p.run.frames)])
  return splice(runs, p, 1, [{ ...p.run, drawing: null }])
}

/**
 * Lengths of successive runs fitted to a new total, in proportion, each at least one frame; remainders go where they are
 * largest. Gives the lengths unchanged when the total cannot hold one frame for each.
 */
export function refit(lengths: readonly number[], total: number): number[] {
  const sum = lengths.reduce((a, b) => a + b, 0)
  if (sum === total || total < lengths.length) return [...lengths]
  const spare = total - lengths.length
  const weights = lengths.map(n => (sum === lengths.length ? 1 / lengths.length : (n - 1) / (sum - lengths.length)))
  const exact = weights.map(w => w * spare)
  const out = exact.map(x => Math.floor(x + 1e-9))
  const order = exact.map((x, i) => ({ i, rest: x - out[i]! })).sort((a, b) => b.rest - a.rest || a.i - b.i)
  const left = spare - out.reduce((a, b) => a + b, 0)
  for (const { i } of order.slice(0, left)) out[i]! += 1
  return out.map(n => n + 1)
}

/**
 * Lengths of a pose's hold and the in-betweens after it, fitted to a new total: each in-between is cut to whole
 * exposure steps, as near to its share as they allow, and the hold takes what is left, at least one frame. Where there
 * is no room for a step each, they get what `refit` gives.
 */
export function recut(lengths: readonly number[], total: number, step: number): number[] {
  const [, ...inner] = lengths
  if (inner.length * step >= total) return refit(lengths, total)
  const sum = lengths.reduce((a, b) => a + b, 0)
  const cut = inner.map(n => Math.max(step, Math.round((n * total) / sum / step) * step))
  while (cut.reduce((a, b) => a + b, 0) >= total) cut[cut.indexOf(Math.max(...cut))]! -= step
  return [total - cut.reduce((a, b) => a + b, 0), ...cut]
}

/**
 * Successive runs moved in time by `delta` frames as a block: the run before gives and the run after takes, or the
 * other way.
 */
export function shiftBlock(runs: Runs, first: Place, last: Place, delta: number): Runs {
  const [before, after] = [runBefore(runs, first), runAfter(runs, last)]
  if (!before || (delta > 0 && after && after.run.frames <= 1)) return runs
  const least = 1 - before.run.frames
  const most = after ? after.run.frames - 1 : Infinity
  const d = Math.max(least, Math.min(most, delta))
  if (!d) return runs
  const inner = runsFrom(runs, first, last.start + last.run.frames - first.start)
  const lead = withFrames(before.run, before.run.frames + d)
  return splice(runs, before, inner.length + 1 + (after ? 1 : 0), [
    lead,
    ...inner,
    ...(after ? [withFrames(after.run, after.run.frames - d)] : []),
  ])
}
