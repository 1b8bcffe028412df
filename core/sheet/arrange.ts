import type { NewId } from './edits'
import { cutAt, extendTo, merged, replaceFrames } from './edits'
import type { Run, Runs } from './runs'
import { eachRun, lastRun, runAt, runsFrom, splice } from './runs'

/** An exposure without a place: what is copied, and what edits put in. */
export interface Exposure {
  readonly drawing: string | null
  readonly frames: number
}

const made = (list: readonly Exposure[], newId: NewId): Run[] =>
  list.map(x => ({ id: newId(), drawing: x.drawing, frames: x.frames }))
const exposureFrames = (list: readonly Exposure[]): number => list.reduce((sum, x) => sum + x.frames, 0)

/** Frames from one to another. */
export interface Frames {
  readonly first: number
  readonly last: number
}

/** Where a drawing is exposed, without what repeats add. */
export const exposedOn = (runs: Runs, drawing: string): Frames[] =>
  [...eachRun(runs)]
    .filter(({ run }) => run.drawing === drawing && !run.again)
    .map(({ run, start }) => ({ first: start, last: start + run.frames - 1 }))

/** What a range exposes, as exposures cut at its ends; behind the end the last drawing stays. */
export function exposuresIn(runs: Runs, first: number, last: number): Exposure[] {
  const out: Exposure[] = []
  for (const { run, start } of eachRun(runs)) {
    if (start > last) break
    const [from, to] = [Math.max(first, start), Math.min(last, start + run.frames - 1)]
    if (from <= to) out.push({ drawing: run.drawing, frames: to - from + 1 })
  }
  const missing = last - Math.max(first - 1, runs.frames)
  if (missing <= 0 || !lastRun(runs)) return out
  const stays = lastRun(runs)!.run.drawing
  return out.at(-1)?.drawing === stays
    ? [...out.slice(0, -1), { drawing: stays, frames: out.at(-1)!.frames + missing }]
    : [...out, { drawing: stays, frames: missing }]
}

/** Puts exposures in so that they begin on `frame`; what is exposed there and after moves behind them. */
export function insertExposures(runs: Runs, frame: number, list: readonly Exposure[], newId: NewId): Runs {
  if (!list.length) return runs
  const cut = cutAt(extendTo(runs, frame - 1, newId), frame, newId)
  return splice(cut, runAt(cut, frame), 0, made(list, newId))
}

/** Puts exposures over what begins on `frame`; the rest keeps its frames. */
export const overwrite = (runs: Runs, frame: number, list: readonly Exposure[], newId: NewId): Runs =>
  list.length ? replaceFrames(runs, frame, frame + exposureFrames(list) - 1, made(list, newId), newId) : runs

/** A range shown `times` times in all; what follows moves. */
export function repeatRange(runs: Runs, first: number, last: number, times: number, newId: NewId): Runs {
  const list = exposuresIn(runs, first, last)
  return insertExposures(
    extendTo(runs, last, newId),
    last + 1,
    Array.from({ length: Math.max(0, times - 1) }, () => list).flat(),
    newId,
  )
}

/** A range shown again and again over what follows, until `until`; the last time cut where it must be. */
export function repeatUntil(runs: Runs, first: number, last: number, until: number, newId: NewId): Runs {
  const list = exposuresIn(runs, first, last)
  const out: Exposure[] = []
  let left = until - last
  for (let i = 0; left > 0 && list.length; i++) {
    const x = list[i % list.length]!
    out.push({ ...x, frames: Math.min(left, x.frames) })
    left -= x.frames
  }
  return overwrite(runs, last + 1, out, newId)
}

/** A range the other way round, in its own frames. */
export const reverseRange = (runs: Runs, first: number, last: number, newId: NewId): Runs =>
  overwrite(runs, first, exposuresIn(runs, first, last).reverse(), newId)

/** A range and then back again without its two ends, so that as a loop n drawings give 2n − 2; what follows moves. */
export function thereAndBack(
  runs: Runs,
  first: number,
  last: number,
  newId: NewId,
  back: readonly Exposure[] = backOf(runs, first, last),
): Runs {
  return insertExposures(extendTo(runs, last, newId), last + 1, back, newId)
}

/** The way back of a range: its exposures in reverse, without the first and the last. */
export const backOf = (runs: Runs, first: number, last: number): Exposure[] =>
  exposuresIn(runs, first, last).slice(1, -1).reverse()

/**
 * The drawings of a range spread evenly over its frames: on whole exposure steps if there is room for one each, the
 * remainder on the last (it disturbs least where a drawing is held before the next pose); else on whole frames.
 */
export function spreadRange(runs: Runs, first: number, last: number, step: number, newId: NewId): Runs {
  const list = merged(made(exposuresIn(runs, first, last), newId))
  return overwrite(
    runs,
    first,
    evenLengths(list.length, last - first + 1, step).map((frames, i) => ({ drawing: list[i]!.drawing, frames })),
    newId,
  )
}

/** Lengths of n exposures over a number of frames, as even as whole steps allow; the last takes the remainder. */
export function evenLengths(n: number, frames: number, step: number): number[] {
  const unit = Math.floor(frames / n) >= step ? step : 1
  const units = Math.floor(frames / unit)
  const out = Array.from(
    { length: n },
    (_, i) => (Math.floor(((i + 1) * units) / n) - Math.floor((i * units) / n)) * unit,
  )
  out[n - 1]! += frames - units * unit
  return out
}

/** Every exposure of one drawing in a range shows another; exposures that come to show the same become one. */
export function replaceDrawing(runs: Runs, from: string, to: string | null, first = 1, last = runs.frames): Runs {
  let out = runs
  for (const { run, start } of eachRun(runs)) {
    if (run.drawing !== from || start > last || start + run.frames - 1 < first) continue
    const p = runAt(out, start)!
    out = splice(out, p, 1, [{ ...p.run, drawing: to }])
  }
  return out
}

/**
 * Frames put in before `frame`: what is shown there is held for them, and all that follows moves. Before the first, its
 * drawing begins earlier.
 */
export function insertFrames(runs: Runs, frame: number, count: number): Runs {
  const p = runAt(runs, frame)
  if (!p) return runs
  const grown = p.start === frame ? (runAt(runs, frame - 1) ?? p) : p
  return splice(runs, grown, 1, [{ ...grown.run, frames: grown.run.frames + count }])
}

/**
 * The frames first…last taken out; what follows moves up. Drawings that have no frame left are no longer exposed there.
 */
export function deleteFrames(runs: Runs, first: number, last: number, newId: NewId): Runs {
  const end = Math.min(last, runs.frames)
  if (first > end) return runs
  const cut = cutAt(cutAt(runs, first, newId), end + 1, newId)
  const p = runAt(cut, first)!
  const gone = runsFrom(cut, p, end - first + 1)
  const out = splice(cut, p, gone.length, [])
  // The two sides of one exposure that was cut in the middle become one again.
  const [left, right] = [first > 1 ? runAt(out, first - 1) : null, runAt(out, first)]
  const whole = runAt(runs, first)!
  const oneRun = left && right && whole.run.id === left.run.id && whole.start + whole.run.frames - 1 > end
  return oneRun ? splice(out, left, 2, [{ ...left.run, frames: left.run.frames + right.run.frames }]) : out
}

/** A drawing exposed from `frame` on until the end of what was exposed there (or over the rest, behind the end). */
export function exposeFrom(runs: Runs, frame: number, drawing: string | null, newId: NewId): Runs {
  const p = runAt(runs, frame)
  if (!p) return splice(extendTo(runs, frame - 1, newId), null, 0, [{ id: newId(), drawing, frames: 1 }])
  if (p.start === frame) return splice(runs, p, 1, [{ ...p.run, drawing }])
  const before = frame - p.start
  return splice(runs, p, 1, [
    { ...p.run, frames: before },
    { id: newId(), drawing, frames: p.run.frames - before },
  ])
}

/**
 * Exposures moved so that those of some drawings begin on given frames (rising); what lies between two of them is
 * fitted to the time there is then, in proportion, each at least one frame. Null where there is no room.
 */
export function startOn(
  runs: Runs,
  wanted: ReadonlyMap<string, number>,
  refit: (lengths: readonly number[], total: number) => number[],
): Runs | null {
  const all = [...eachRun(runs)]
  const marks = all
    .map(({ run }, i) => ({ i, frame: wanted.get(run.id) }))
    .filter((m): m is { i: number; frame: number } => m.frame !== undefined)
  const frames: number[] = all.map(({ run }) => run.frames)
  let from = 0
  let start = 1
  for (const mark of marks) {
    const total = mark.frame - start
    const inside = frames.slice(from, mark.i)
    if (total < inside.length || (!inside.length && total !== 0)) return null
    if (inside.length) frames.splice(from, inside.length, ...(sumOf(inside) === total ? inside : refit(inside, total)))
    from = mark.i
    start = mark.frame
  }
  const first = runAt(runs, 1)
  return first
    ? splice(
        runs,
        first,
        all.length,
        all.map(({ run }, i) => ({ ...run, frames: frames[i]! })),
      )
    : runs
}

const sumOf = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0)

/** The nearest frame that a step allows, counted from frame 1: on twos the odd ones. */
export const onStepFrame = (frame: number, step: number): number =>
  Math.max(1, Math.round((frame - 1) / step) * step + 1)

/**
 * A passage as a card in the pose row: the exposures from one pose up to the next. `starts` are the runs it begins
 * with, in their new order.
 */
export function orderPassages(runs: Runs, starts: readonly string[]): Runs {
  const wanted = new Set(starts)
  const cards = new Map<string, Run[]>()
  const head: Run[] = []
  let card: Run[] = head
  for (const { run } of eachRun(runs)) {
    if (wanted.has(run.id)) cards.set(run.id, (card = []))
    card.push(run)
  }
  const first = runAt(runs, 1)
  return first ? splice(runs, first, runs.count, [...head, ...starts.flatMap(id => cards.get(id) ?? [])]) : runs
}
