import type { NewId } from './edits'
import type { Place, Run, Runs } from './runs'
import { eachRun, findRun, following, lastRun, runAt, runsFrom, runsOver, sliceRuns, splice } from './runs'

/**
 * A repeat bracket over successive exposures: they are shown `times` times in all (null: again and again to the end of
 * the shot); with `back` each time there and back without doubling the ends, so that n drawings give a loop of 2n − 2.
 */
export interface Repeat {
  readonly id: string
  readonly first: string
  readonly last: string
  readonly times: number | null
  readonly back: boolean
}

/** The exposures of a column as they are written, with the brackets over them. */
export interface Written {
  readonly runs: Runs
  readonly repeats?: readonly Repeat[]
}

/**
 * Where a bracket stands: written from frame `from` for `frames`; shown from frame `start`, with `adds` frames behind
 * it.
 */
export interface Bracket {
  readonly repeat: Repeat
  readonly from: number
  readonly frames: number
  readonly start: number
  readonly adds: number
  /** The exposures of the passage, and of its way back (none where it is shown forward only). */
  readonly there: readonly Run[]
  readonly back: readonly Run[]
}

/** How many frames exposures have. */
export const framesIn = (runs: readonly Pick<Run, 'frames'>[]): number => runs.reduce((sum, r) => sum + r.frames, 0)

/** The exposures that a bracket begins and ends with; null where they are gone. */
type Ends = readonly [Place | null, Place | null]
const endsKnown = new WeakMap<Runs, WeakMap<Repeat, Ends>>()

/** Found once for each state of a column: an edit asks several times. */
function endsIn(
  runs: Runs,
  repeat: Repeat,
  find = (): Ends => [findRun(runs, repeat.first), findRun(runs, repeat.last)],
) {
  const known = endsKnown.get(runs) ?? new WeakMap<Repeat, Ends>()
  endsKnown.set(runs, known)
  const ends = known.get(repeat) ?? find()
  known.set(repeat, ends)
  return ends
}

/**
 * The brackets of a column in order of time, for a shot of `length` frames. Those whose exposures are gone are left
 * out.
 */
export function bracketsOf({ runs, repeats }: Written, length: number): Bracket[] {
  if (!repeats?.length) return []
  let shift = 0
  return repeats
    .map(repeat => {
      const [a, b] = endsIn(runs, repeat)
      return a && b && b.start >= a.start ? { repeat, a, frames: b.start + b.run.frames - a.start } : null
    })
    .filter(x => x !== null)
    .sort((x, y) => x.a.start - y.a.start)
    .map(({ repeat, a, frames }) => {
      const there = runsFrom(runs, a, frames)
      const back = repeat.back ? there.slice(1, -1).reverse() : []
      const start = a.start + shift
      const whole = repeat.times === null ? length - start + 1 : repeat.times * (frames + framesIn(back))
      const adds = Math.max(0, whole - frames)
      shift += adds
      return { repeat, from: a.start, frames, start, adds, there, back }
    })
}

const again = (runs: readonly Run[]): Run[] => runs.map(r => ({ ...r, again: true as const }))

function cutTo(runs: readonly Run[], frames: number): Run[] {
  const out: Run[] = []
  let left = frames
  for (const run of runs) {
    if (left <= 0) break
    out.push(run.frames <= left ? run : { ...run, frames: left })
    left -= run.frames
  }
  return out
}

/** Exposures one after the other; their pieces of memory are shared. */
const joined = (pieces: readonly Runs[]): Runs => ({
  chunks: pieces.flatMap(p => p.chunks),
  frames: framesIn(pieces),
  count: pieces.reduce((s, p) => s + p.count, 0),
})

const shownOf = new WeakMap<Runs, { repeats: readonly Repeat[]; length: number; shown: Runs }>()

/**
 * The exposures as they are seen: what brackets add stands in its place, marked `again`, under the ids of the exposures
 * it repeats. Rounds share one piece of memory, so that a cycle through a long shot costs hardly more than a short one.
 */
export function shownRuns(written: Written, length: number): Runs {
  const { runs, repeats } = written
  if (!repeats?.length) return runs
  const known = shownOf.get(runs)
  if (known?.repeats === repeats && known.length === length) return known.shown
  const pieces: Runs[] = []
  let at = 1
  for (const b of bracketsOf(written, length)) {
    pieces.push(sliceRuns(runs, at, b.from + b.frames - 1))
    at = b.from + b.frames
    const [there, back] = [again(b.there), again(b.back)]
    const turn = framesIn([...there, ...back])
    const rest = b.adds - framesIn(back)
    if (rest < 0) pieces.push(runsOver(cutTo(back, b.adds), 1))
    else {
      const whole = Math.floor(rest / turn)
      const round = [...there, ...back]
      pieces.push(runsOver(back, 1), runsOver(round, whole), runsOver(cutTo(round, rest - whole * turn), 1))
    }
  }
  pieces.push(sliceRuns(runs, at, runs.frames))
  const shown = joined(pieces)
  shownOf.set(runs, { repeats, length, shown })
  return shown
}

/**
 * The written frame that a shown one stands for; in what a bracket adds, `again` names it and `frame` is the first one
 * behind it.
 */
export function writtenFrame(brackets: readonly Bracket[], shown: number): { frame: number; again: Bracket | null } {
  let shift = 0
  for (const b of brackets) {
    const end = b.start + b.frames
    if (shown < end) break
    if (shown < end + b.adds) return { frame: b.from + b.frames, again: b }
    shift += b.adds
  }
  return { frame: shown - shift, again: null }
}

/** The frames on which a written one is shown: more than one inside a bracket (on its way there). */
export function shownFrames(brackets: readonly Bracket[], written: number): number[] {
  let shift = 0
  for (const b of brackets) {
    if (written < b.from) break
    if (written < b.from + b.frames) {
      const turn = b.frames + framesIn(b.back)
      const out: number[] = []
      for (let f = b.start + written - b.from; f < b.start + b.frames + b.adds; f += turn) out.push(f)
      return out
    }
    shift += b.adds
  }
  return [written + shift]
}

/** A bracket turned into plain exposures: what it added is written out, with ids of its own. */
export function plainRuns(written: Written, length: number, repeat: string, newId: NewId): Runs {
  const b = bracketsOf(written, length).find(x => x.repeat.id === repeat)
  if (!b) return written.runs
  const round = [...b.back, ...b.there]
  const made: Run[] = []
  for (let left = b.adds, i = 0; left > 0; i++) {
    const { drawing, frames } = round[i % round.length]!
    made.push({ id: newId(), drawing, frames: Math.min(frames, left) })
    left -= frames
  }
  return splice(written.runs, runAt(written.runs, b.from + b.frames), 0, made)
}

/**
 * The brackets after an edit of the exposures under them. A bracket whose first or last exposure is gone ends at the
 * nearest that is left of it; where the edit changed no lengths, it stays over the frames it was over. A bracket with
 * nothing left is gone, and so is one that would overlap another.
 */
export function keptRepeats(repeats: readonly Repeat[], before: Runs, after: Runs): readonly Repeat[] {
  if (before === after) return repeats
  const stillAt = following(before, after)
  const follow = (p: Place | null) => p && stillAt(p)
  for (const r of repeats) {
    const [first, last] = endsIn(before, r)
    endsIn(after, r, () => [follow(first), follow(last)])
  }
  const kept = repeats.map(r => keptRepeat(r, before, after)).filter(r => r !== null)
  const stand = kept.map(r => {
    const [a, b] = endsIn(after, r)
    return { r, a: a!.start, b: b!.start }
  })
  const apart = stand.filter((x, i) => !stand.slice(0, i).some(y => y.a <= x.b && x.a <= y.b)).map(x => x.r)
  return apart.length === repeats.length && apart.every((r, i) => r === repeats[i]) ? repeats : apart
}

function keptRepeat(repeat: Repeat, before: Runs, after: Runs): Repeat | null {
  const [a, b] = endsIn(before, repeat) as [Place, Place]
  const [first, last] = endsIn(after, repeat)
  if (first && last) return first.start <= last.start ? repeat : { ...repeat, first: repeat.last, last: repeat.first }
  const inPlace = before.frames === after.frames
  const end = b.start + b.run.frames - 1
  const inside: string[] = []
  if (inPlace) for (const { run, start } of eachRun(after)) if (start >= a.start && start <= end) inside.push(run.id)
  if (!inPlace)
    inside.push(
      ...runsFrom(before, a, end - a.start + 1)
        .map(r => r.id)
        .filter(id => findRun(after, id)),
    )
  return inside.length ? { ...repeat, first: inside[0]!, last: inside.at(-1)! } : null
}

/**
 * Exposures made ready for one that is put in on `frame`, behind a bracket at their end: the drawing that stays until
 * then is written out as an exposure of its own, so that the bracket is not made longer.
 */
export function withStay(written: Written, length: number, frame: number, newId: NewId): Runs {
  const { runs, repeats } = written
  const last = lastRun(runs)
  const ends = last && frame > runs.frames + 1 ? repeats?.find(r => r.last === last.run.id) : undefined
  if (!ends) return runs
  const shown = lastRun(shownRuns(written, length))!
  return splice(runs, null, 0, [{ id: newId(), drawing: shown.run.drawing, frames: frame - runs.frames - 1 }])
}

/** Exposures as they come round: with what leads into the first of them, and on from the last; `shift` frames were put before. */
export interface Closed {
  readonly runs: Runs
  readonly shift: number
}

/**
 * What a column shows, closed where it comes round: before its first drawing stands a round of the bracket that begins
 * with it, behind its last one goes on that of the bracket that ends with it. Only brackets that `comesRound` are closed.
 */
export function closedRuns(written: Written, length: number, comesRound: (repeat: string) => boolean): Closed {
  const shown = shownRuns(written, length)
  const all = bracketsOf(written, length)
  const [first, last] = [all[0], all.at(-1)]
  const opens = !!first && comesRound(first.repeat.id) && isBlankTo(shown, first.start - 1)
  const ends = !!last && comesRound(last.repeat.id) && last.start + last.frames + last.adds - 1 === shown.frames
  const before = opens ? runsOver(again([...first.there, ...first.back]), 1) : null
  const after = ends ? runsOver(again(onwards(last)), 1) : null
  if (!before && !after) return { runs: shown, shift: 0 }
  return { runs: joined([before, shown, after].filter(p => p !== null)), shift: before?.frames ?? 0 }
}

/** True where nothing is shown up to a frame. */
function isBlankTo(runs: Runs, frame: number): boolean {
  for (const { run, start } of eachRun(runs)) {
    if (start > frame) break
    if (run.drawing !== null) return false
  }
  return true
}

/** A round of a bracket from where it stops. */
function onwards({ there, back, frames, adds }: Bracket): Run[] {
  const round = [...there, ...back]
  let over = (frames + adds) % framesIn(round)
  const rest: Run[] = []
  const gone: Run[] = []
  for (const run of round) {
    const cut = Math.min(over, run.frames)
    over -= cut
    if (cut) gone.push({ ...run, frames: cut })
    if (run.frames > cut) rest.push({ ...run, frames: run.frames - cut })
  }
  return [...rest, ...gone]
}
