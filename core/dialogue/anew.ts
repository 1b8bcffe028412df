import type { Frames, NewId, Place, Run, Runs } from '../sheet'
import { extendTo, merged, replaceFrames, runAt, shownOver } from '../sheet'
import type { Rate } from '../time'
import type { Heard, MouthExposure, MouthSettings } from './expose'
import { exposeLine } from './expose'
import type { MouthSet } from './mouths'

/** A drawing on so many frames from one on. */
export interface MouthSpan {
  readonly frame: number
  readonly frames: number
  readonly drawing: string
}

/** What was exposed from a reading on some frames: spans of frames, each with the place of its drawing in a list. */
export interface Exposed {
  readonly first: number
  readonly last: number
  readonly drawings: string[]
  readonly put: [frame: number, frames: number, drawing: number][]
}

/** What was put where, as spans. */
export const spansPut = ({ drawings, put }: Exposed): MouthSpan[] =>
  put.map(([frame, frames, k]) => ({ frame, frames, drawing: drawings[k]! }))

/** Spans, as they are kept. */
export function exposedAs(spans: readonly MouthSpan[], { first, last }: Frames): Exposed {
  const drawings = [...new Set(spans.map(s => s.drawing))]
  const places = new Map(drawings.map((d, k) => [d, k]))
  return {
    first,
    last,
    drawings,
    put: spans.map((s): [number, number, number] => [s.frame, s.frames, places.get(s.drawing)!]),
  }
}

const known = new WeakMap<Exposed, { runs: Runs; hand: readonly Frames[] }>()

/**
 * The frames on which a column shows by hand what its reading did not put there, in order. An exposure in which a frame
 * was changed is by hand as a whole, so that it is not cut when the rest is exposed anew.
 */
export function byHand(runs: Runs, exposed: Exposed): readonly Frames[] {
  const there = known.get(exposed)
  if (there?.runs === runs) return there.hand
  const hand = framesByHand(runs, exposed)
  known.set(exposed, { runs, hand })
  return hand
}

function framesByHand(runs: Runs, exposed: Exposed): Frames[] {
  const { first, last } = exposed
  const put = Array.from({ length: last - first + 1 }, (): string | null => null)
  for (const { frame, frames, drawing } of spansPut(exposed))
    for (let f = Math.max(first, frame); f < frame + frames && f <= last; f++) put[f - first] = drawing
  const out: Frames[] = []
  const add = (from: number, to: number): void => {
    const before = out.at(-1)
    if (before && from <= before.last + 1) out[out.length - 1] = { ...before, last: Math.max(before.last, to) }
    else out.push({ first: from, last: to })
  }
  for (const { drawing, from, to } of shownOver(runs, first, last)) {
    let changed = false
    for (let f = from; f <= to; f++) {
      const mine = put[f - first]!
      // What was left to the hand before stays with it, and takes nothing else along.
      if (mine === null) add(f, f)
      else changed ||= mine !== drawing
    }
    if (changed) add(from, to)
  }
  return out.sort((a, b) => a.first - b.first)
}

/** Spans without the frames that stay with the hand. */
export function besides(spans: readonly MouthSpan[], hand: readonly Frames[]): MouthSpan[] {
  const out: MouthSpan[] = []
  let k = 0
  for (const { frame, frames, drawing } of spans) {
    let from = frame
    const end = frame + frames
    // One that reaches into this span may have begun in the one before.
    while (k > 0 && hand[k - 1]!.last >= from) k -= 1
    for (; k < hand.length && hand[k]!.first < end; k++) {
      const { first, last } = hand[k]!
      if (last < from) continue
      if (first > from) out.push({ frame: from, frames: first - from, drawing })
      from = Math.max(from, last + 1)
    }
    if (from < end) out.push({ frame: from, frames: end - from, drawing })
  }
  return out
}

/**
 * Exposures with what a reading puts on some frames; what lies between stays. Those that are shown already, from the
 * same frame on, keep their ids; neighbours alike are one.
 */
export function withMouths(runs: Runs, exposed: Exposed, newId: NewId): Runs {
  const { first, last } = exposed
  const there = [...shownOver(runs, first, last)]
  const starts = new Map(there.map(s => [s.from, s]))
  const list: Run[] = []
  let frame = first
  let k = 0
  const add = (drawing: string | null, frames: number): void => {
    const old = starts.get(frame)
    list.push({ id: old?.id && old.drawing === drawing ? old.id : newId(), drawing, frames })
    frame += frames
  }
  const keep = (until: number): void => {
    while (frame < until) {
      while (there[k]!.to < frame) k += 1
      add(there[k]!.drawing, Math.min(until, there[k]!.to + 1) - frame)
    }
  }
  for (const span of spansPut(exposed)) {
    keep(span.frame)
    add(span.drawing, span.frames)
  }
  keep(last + 1)
  return withNeighbours(runs, { first, last }, merged(list), newId)
}

/** Frames replaced; what is shown right before and after them, where it is the same, becomes one with them. */
function withNeighbours(short: Runs, { first, last }: Frames, list: readonly Run[], newId: NewId): Runs {
  const runs = extendTo(short, last, newId)
  const [before, after] = [runAt(runs, first - 1), runAt(runs, last + 1)]
  const joins = (place: Place | null, drawing: string | null): place is Place => place?.run.drawing === drawing
  const head = joins(before, list[0]!.drawing) ? { ...before.run, frames: first - before.start } : null
  const end = joins(after, list.at(-1)!.drawing) ? after.start + after.run.frames - 1 : last
  const tail = end > last ? [{ id: newId(), drawing: after!.run.drawing, frames: end - last }] : []
  return replaceFrames(
    runs,
    head ? before!.start : first,
    end,
    merged([...(head ? [head] : []), ...list, ...tail]),
    newId,
  )
}

/** What is heard, where its mouths go, and how: of a shot of so many frames. */
export interface Wanted {
  readonly heard: readonly Heard[]
  readonly set: MouthSet
  readonly settings: MouthSettings
  readonly rate: Rate
  readonly length: number
  /** The frames that are exposed. */
  readonly over: Frames
}

/** The mouths of what is heard on some frames of a shot; nothing for silence, or a set without mouths. */
export function mouthsOver({ heard, set, settings, rate, length, over }: Wanted): MouthExposure[] {
  if (!heard.length) return []
  const line = { first: 1, last: Math.max(length, over.last), sounds: heard }
  return exposeLine(line, set, settings, rate).flatMap(e => {
    const from = Math.max(e.frame, over.first)
    const end = Math.min(e.frame + e.frames, over.last + 1)
    return from < end ? [{ ...e, frame: from, frames: end - from }] : []
  })
}

/** Frames without those of a range. */
export function framesBut(frames: readonly Frames[], but: Frames): Frames[] {
  return frames.flatMap(f =>
    [
      { first: f.first, last: Math.min(f.last, but.first - 1) },
      { first: Math.max(f.first, but.last + 1), last: f.last },
    ].filter(part => part.first <= part.last),
  )
}

/** What a reading puts into exposures: all that is wanted, but on the frames that stay with the hand. */
export const putBeside = (hand: readonly Frames[], wanted: Wanted): Exposed =>
  exposedAs(besides(mouthsOver(wanted), hand), wanted.over)
