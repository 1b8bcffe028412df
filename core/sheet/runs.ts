/** An exposure: a drawing, or a blank (null), for a whole number of frames, at least one. */
export interface Run {
  readonly id: string
  readonly drawing: string | null
  readonly frames: number
  /** Only in what a repeat bracket adds to what is seen: this exposure is shown again. */
  readonly again?: true
}

/**
 * Successive exposures with their sums. What changes lengths only keeps the exposures it began with and holds the new
 * lengths beside them, so that retiming a whole sheet makes no object for each exposure; they are made when looked at.
 */
class Chunk {
  #made: readonly Run[] | null = null

  constructor(
    /** Ids and drawings, in order. Chunks with the same one differ in lengths only. */
    readonly alike: readonly Run[],
    /** How long each lasts, frames; null where that is as in `alike`. */
    readonly lengths: readonly number[] | null,
    readonly frames: number,
    /** The longest of them, frames. */
    readonly longest: number,
  ) {}

  get runs(): readonly Run[] {
    const { alike, lengths } = this
    if (!lengths) return alike
    return (this.#made ??= alike.map((run, i) => resized(run, lengths[i]!)))
  }

  get count(): number {
    return this.alike.length
  }
}

const resized = (run: Run, n: number): Run => (n === run.frames ? run : { id: run.id, drawing: run.drawing, frames: n })

/**
 * The exposures of a column from frame 1 on, immutable. Kept in chunks with their sums, so that a lookup or an edit
 * touches one chunk and the list of chunks, not every exposure of the shot.
 */
export interface Runs {
  readonly chunks: readonly Chunk[]
  readonly frames: number
  readonly count: number
}

/** Tells exposures from everything else that can stand in a document. */
export const isRuns = (v: unknown): v is Runs =>
  typeof v === 'object' && v !== null && 'chunks' in v && Array.isArray(v.chunks) && 'count' in v

/** Where a run stands: its first frame, and its place in the chunks. */
export interface Place {
  readonly run: Run
  readonly start: number
  readonly chunk: number
  readonly index: number
}

const CHUNK = 32

const framesIn = (runs: readonly Run[]): number => runs.reduce((sum, r) => sum + r.frames, 0)
const longestOf = (runs: readonly Run[]): number => runs.reduce((most, r) => Math.max(most, r.frames), 0)
const chunkOf = (runs: readonly Run[]): Chunk => new Chunk(runs, null, framesIn(runs), longestOf(runs))

function chunked(runs: readonly Run[]): Chunk[] {
  const pieces = Math.ceil(runs.length / CHUNK)
  return Array.from({ length: pieces }, (_, i) => {
    const part = runs.slice(Math.floor((i * runs.length) / pieces), Math.floor(((i + 1) * runs.length) / pieces))
    return chunkOf(part)
  })
}

function fromChunks(chunks: readonly Chunk[], frames: number, count: number): Runs {
  return { chunks, frames, count }
}

/** Runs in order from frame 1. Throws RangeError for a run that lasts less than a whole frame. */
export function runsOf(list: readonly Run[]): Runs {
  const bad = list.find(r => !Number.isSafeInteger(r.frames) || r.frames < 1)
  if (bad) throw new RangeError(`The exposure ${bad.id} lasts ${bad.frames} frames; it needs a whole number from 1.`)
  return fromChunks(chunked(list), framesIn(list), list.length)
}

/** Runs `times` over; the times share their chunks, and short ones stand several to a chunk. */
export function runsOver(once: readonly Run[], times: number): Runs {
  const chunks: Chunk[] = []
  const perChunk = once.length ? Math.max(1, Math.floor(CHUNK / once.length)) : times
  const several = chunked(repeated(once, perChunk))
  let left = times
  for (; left >= perChunk && left > 0; left -= perChunk) for (const c of several) chunks.push(c)
  for (const c of chunked(repeated(once, left))) chunks.push(c)
  return fromChunks(chunks, times * framesIn(once), times * once.length)
}

const repeated = (runs: readonly Run[], times: number): Run[] => Array.from({ length: times }, () => runs).flat()

/** The runs from the one that begins on `first` to the one that ends on `last`; whole chunks are shared. */
export function sliceRuns(runs: Runs, first: number, last: number): Runs {
  const chunks: Chunk[] = []
  let start = 1
  for (const c of runs.chunks) {
    const begin = start
    start += c.frames
    if (start <= first || begin > last) continue
    if (begin >= first && start - 1 <= last) {
      chunks.push(c)
      continue
    }
    let at = begin
    const part = c.runs.filter(r => {
      const inside = at >= first && at <= last
      at += r.frames
      return inside
    })
    if (part.length) chunks.push(chunkOf(part))
  }
  return fromChunks(
    chunks,
    chunks.reduce((sum, c) => sum + c.frames, 0),
    chunks.reduce((sum, c) => sum + c.count, 0),
  )
}

/** All runs in order, as a plain list. */
export const listOf = (runs: Runs): Run[] => runsIn(runs.chunks)

/** The runs of successive chunks. By hand: flatMap takes a microsecond an entry. */
export function runsIn(chunks: readonly Chunk[]): Run[] {
  const list: Run[] = []
  for (const { runs } of chunks) for (const run of runs) list.push(run)
  return list
}

/** The run that is exposed on a frame; null before frame 1 and after the last run. */
export function runAt(runs: Runs, frame: number): Place | null {
  if (frame < 1 || frame > runs.frames) return null
  let start = 1
  let chunk = 0
  while (start + runs.chunks[chunk]!.frames <= frame) start += runs.chunks[chunk++]!.frames
  const inside = runs.chunks[chunk]!.runs
  let index = 0
  while (start + inside[index]!.frames <= frame) start += inside[index++]!.frames
  return { run: inside[index]!, start, chunk, index }
}

/** The last run, null in an empty column. */
export const lastRun = (runs: Runs): Place | null => runAt(runs, runs.frames)

/** What is seen on a frame: after the last run its drawing stays. Null where nothing is exposed yet. */
export const shownAt = (runs: Runs, frame: number): Place | null => runAt(runs, Math.min(frame, runs.frames))

/** The run before a place, and the one after it; null at the ends. */
export const runBefore = (runs: Runs, p: Place): Place | null => runAt(runs, p.start - 1)
export const runAfter = (runs: Runs, p: Place): Place | null => runAt(runs, p.start + p.run.frames)

const indexes = new WeakMap<Chunk, ReadonlyMap<string, number>>()

/** Where each run of a chunk stands in it, by id. */
function indexOf(chunk: Chunk): ReadonlyMap<string, number> {
  let index = indexes.get(chunk)
  if (!index) indexes.set(chunk, (index = new Map(chunk.alike.map((r, i) => [r.id, i]))))
  return index
}

/** Where the run with this id stands. `hint` is the frame it was last seen on; looked at first, then chunk by chunk. */
export function findRun(runs: Runs, id: string, hint = 0): Place | null {
  const guess = runAt(runs, hint)
  if (guess?.run.id === id) return guess
  let start = 1
  for (const [chunk, c] of runs.chunks.entries()) {
    const index = indexOf(c).get(id)
    if (index !== undefined)
      return { run: c.runs[index]!, start: start + framesIn(c.runs.slice(0, index)), chunk, index }
    start += c.frames
  }
  return null
}

/**
 * Takes `remove` runs away from `place` on and puts others in their stead; `place` null means at the end.
 * Chunks that are not touched are shared with the old value.
 */
export function splice(runs: Runs, place: Place | null, remove: number, insert: readonly Run[]): Runs {
  const first = place ? place.chunk : Math.max(0, runs.chunks.length - 1)
  const head = runs.chunks[first]?.runs.slice(0, place ? place.index : undefined) ?? []
  let last = first
  const taken: Run[] = []
  let rest = runs.chunks[first]?.runs.slice(head.length) ?? []
  while (taken.length < remove) {
    const some = rest.slice(0, remove - taken.length)
    taken.push(...some)
    rest = rest.slice(some.length)
    if (taken.length === remove) break
    const next = runs.chunks[++last]
    if (!next) throw new RangeError('There are not that many exposures to take away.')
    rest = next.runs.slice()
  }
  const made = chunked([...head, ...insert, ...rest])
  const chunks = runs.chunks.slice()
  chunks.splice(first, last - first + 1, ...made)
  return fromChunks(chunks, runs.frames - framesIn(taken) + framesIn(insert), runs.count - remove + insert.length)
}

/** The runs from `place` on that `count` frames reach into, `place` first. */
export function runsFrom(runs: Runs, place: Place, frames: number): Run[] {
  const out: Run[] = []
  let left = frames
  let index = place.index
  for (let chunk = place.chunk; chunk < runs.chunks.length && left > 0; chunk++, index = 0) {
    const inside = runs.chunks[chunk]!.runs
    for (; index < inside.length && left > 0; index++) {
      out.push(inside[index]!)
      left -= inside[index]!.frames
    }
  }
  return out
}

/** One chunk, which begins on frame `begin`, for `resizeRuns`. */
function resizedChunk(c: Chunk, begin: number, first: number, last: number, frames: (run: Run) => number): Chunk {
  const { runs } = c
  const lengths: number[] = new Array<number>(runs.length)
  let [at, sum, longest, changed] = [begin, 0, 0, false]
  for (let i = 0; i < runs.length; i++) {
    const run = runs[i]!
    const n = at >= first && at <= last ? frames(run) : run.frames
    at += run.frames
    sum += n
    if (n > longest) longest = n
    if (n !== run.frames) changed = true
    lengths[i] = n
  }
  return changed ? new Chunk(c.alike, lengths, sum, longest) : c
}

/** Every run whose first frame lies in first…last with the frames that `frames` gives it; chunks outside are shared. */
export function resizeRuns(runs: Runs, first: number, last: number, frames: (run: Run) => number): Runs {
  let start = 1
  let total = 0
  let changed = false
  const chunks = runs.chunks.map(c => {
    const begin = start
    start += c.frames
    const out = start <= first || begin > last ? c : resizedChunk(c, begin, first, last, frames)
    total += out.frames
    if (out !== c) changed = true
    return out
  })
  return changed ? fromChunks(chunks, total, runs.count) : runs
}

/** How many chunks two lists of runs share at the beginning and, of what is left, at the end. */
export function sharedChunks(a: Runs, b: Runs): { head: number; tail: number } {
  const most = Math.min(a.chunks.length, b.chunks.length)
  let head = 0
  while (head < most && a.chunks[head] === b.chunks[head]) head++
  let tail = 0
  while (tail < most - head && a.chunks[a.chunks.length - 1 - tail] === b.chunks[b.chunks.length - 1 - tail]) tail++
  return { head, tail }
}

/** The chunks of two lists of runs that they do not share at the beginning and at the end. */
export function differingChunks(a: Runs, b: Runs): { before: readonly Chunk[]; after: readonly Chunk[] } {
  const { head, tail } = sharedChunks(a, b)
  const part = (r: Runs) => r.chunks.slice(head, r.chunks.length - tail)
  return { before: part(a), after: part(b) }
}

/**
 * The runs of two lists that are not in chunks they share at the beginning and at the end, with the frame they begin
 * on.
 */
export function differing(a: Runs, b: Runs): { start: number; before: Run[]; after: Run[] } {
  const { head, tail } = sharedChunks(a, b)
  const part = (r: Runs) => runsIn(r.chunks.slice(head, r.chunks.length - tail))
  return { start: 1 + sumOf(a.chunks, head), before: part(a), after: part(b) }
}

/**
 * Where a run of `before` stands in `after`; null where it is gone. Only what the two do not share is searched: an id
 * stands once in a column.
 */
export function following(before: Runs, after: Runs): (place: Place) => Place | null {
  const { head, tail } = sharedChunks(before, after)
  const end = before.chunks.length - tail
  const start = 1 + sumOf(after.chunks, head)
  const middle = fromChunks(after.chunks.slice(head, after.chunks.length - tail), 0, 0)
  return place => {
    if (place.chunk < head) return place
    if (place.chunk >= end) {
      const chunk = place.chunk + after.chunks.length - before.chunks.length
      return { ...place, start: place.start + after.frames - before.frames, chunk }
    }
    const found = findRun(middle, place.run.id)
    return found && { ...found, start: found.start + start - 1, chunk: found.chunk + head }
  }
}

/**
 * Tells whether an id stands in the chunks of a column that hold none of some of its runs (the middle that `differing`
 * gives). Looked up chunk by chunk for a few ids, in one set for many.
 */
export function idsOutside(runs: Runs, middle: readonly Run[]): (id: string) => boolean {
  const inMiddle = new Set(middle)
  const rest = runs.chunks.filter(c => !inMiddle.has(c.runs[0]!))
  let asked = 0
  let all: Set<string> | null = null
  return id => {
    if (++asked <= 32) return rest.some(c => indexOf(c).has(id))
    all ??= new Set(rest.flatMap(c => c.alike.map(r => r.id)))
    return all.has(id)
  }
}

const sumOf = (chunks: readonly Chunk[], count: number): number => {
  let sum = 0
  for (let i = 0; i < count; i++) sum += chunks[i]!.frames
  return sum
}

/** Each run with its first frame, in order. */
export function* eachRun(runs: Runs): Generator<{ run: Run; start: number }> {
  let start = 1
  for (const c of runs.chunks) {
    for (const run of c.runs) {
      yield { run, start }
      start += run.frames
    }
  }
}

/** Each run from the one that is exposed on a frame on, with its first frame. */
export function* runsAfter(runs: Runs, frame: number): Generator<{ run: Run; start: number }> {
  const place = runAt(runs, Math.max(1, frame))
  if (!place) return
  let start = place.start
  let index = place.index
  for (let chunk = place.chunk; chunk < runs.chunks.length; chunk++, index = 0) {
    const inside = runs.chunks[chunk]!.runs
    for (; index < inside.length; index++) {
      yield { run: inside[index]!, start }
      start += inside[index]!.frames
    }
  }
}

/**
 * What is seen on some frames, exposure by exposure; behind the end the last drawing stays. `id` is of those that
 * begin there.
 */
export function* shownOver(
  runs: Runs,
  first: number,
  last: number,
): Generator<{ id: string | null; drawing: string | null; from: number; to: number }> {
  let end = 0
  let drawing: string | null = null
  for (const { run, start } of eachRun(runs)) {
    if (start > last) return
    ;[end, drawing] = [start + run.frames - 1, run.drawing]
    if (end < first) continue
    yield { id: start >= first ? run.id : null, drawing, from: Math.max(first, start), to: Math.min(last, end) }
  }
  if (end < last) yield { id: null, drawing, from: Math.max(first, end + 1), to: last }
}
