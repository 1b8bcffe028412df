import { textHash } from '../basic'
import type { Run, Runs } from './runs'
import { listOf, runsIn, sharedChunks } from './runs'

/**
 * Exposures as they are stored: cut into blocks where the exposures themselves say so, so that the same exposures make
 * the same blocks however one came to them, and a change writes the few blocks that it is in.
 */
export interface Block {
  /** The first exposure of the block before; null for the first block. */
  readonly after: string | null
  readonly runs: readonly Run[]
}

/** One exposure in so many begins a block. */
const EVERY = 24
const begins = (run: Run): boolean => textHash(run.id) >>> 0 < 2 ** 32 / EVERY

type Blocks = Map<string, Block>

/** The blocks of a list that begins a block, by the id of their first exposures, in order. */
function cut(list: readonly Run[], before: string | null): Blocks {
  const blocks = new Map<string, Block>()
  let after = before
  for (let i = 0; i < list.length;) {
    let end = i + 1
    while (end < list.length && !begins(list[end]!)) end++
    blocks.set(list[i]!.id, { after, runs: list.slice(i, end) })
    after = list[i]!.id
    i = end
  }
  return blocks
}

export const blocksOf = (runs: Runs): Map<string, Block> => cut(listOf(runs), null)

/** From a place in a list back to where its block begins, and what begins the block before that; null for the first. */
function headOf(runs: Runs, chunk: number, index: number): { lead: Run[]; before: string | null } {
  const lead: Run[] = []
  let begun = false
  let first: string | null = null
  for (let c = chunk, i = index - 1; c >= 0; c--, i = (runs.chunks[c]?.count ?? 0) - 1) {
    const inside = runs.chunks[c]?.runs ?? []
    for (; i >= 0; i--) {
      const run = inside[i]!
      if (begun) first = run.id
      else lead.push(run)
      if (!begins(run)) continue
      if (begun) return { lead: lead.reverse(), before: first }
      begun = true
    }
  }
  return { lead: lead.reverse(), before: first }
}

/** From a place on: the rest of the block that reaches there, and the block behind it. */
function tailOf(runs: Runs, chunk: number, index: number): { trail: Run[]; next: Run[] } {
  const trail: Run[] = []
  const next: Run[] = []
  for (let c = chunk, i = index; c < runs.chunks.length; c++, i = 0) {
    const inside = runs.chunks[c]!.runs
    for (; i < inside.length; i++) {
      const run = inside[i]!
      const begun = begins(run)
      if (begun && next.length) return { trail, next }
      if (begun || next.length) next.push(run)
      else trail.push(run)
    }
  }
  return { trail, next }
}

/** Where two lists begin to differ, and how many exposures they share at the end: chunks first, then one by one. */
function difference(a: Runs, b: Runs) {
  const { head, tail } = sharedChunks(a, b)
  const middle = (r: Runs) => runsIn(r.chunks.slice(head, r.chunks.length - tail))
  const [was, is] = [middle(a), middle(b)]
  const most = Math.min(was.length, is.length)
  let first = 0
  while (first < most && was[first] === is[first]) first++
  let last = 0
  while (last < most - first && was[was.length - 1 - last] === is[is.length - 1 - last]) last++
  const part = (list: Run[]) => list.slice(first, list.length - last)
  return { was: part(was), is: part(is), from: placeAt(a, head, first), to: placeAt(a, head, was.length - last) }
}

/** The place so many exposures behind the beginning of a chunk. */
function placeAt(runs: Runs, chunk: number, offset: number): { chunk: number; index: number } {
  let [c, index] = [chunk, offset]
  while (c < runs.chunks.length && index >= runs.chunks[c]!.count) index -= runs.chunks[c++]!.count
  return { chunk: c, index }
}

const same = (a: Block | undefined, b: Block): boolean =>
  a?.after === b.after &&
  a.runs.length === b.runs.length &&
  a.runs.every((r, i) => {
    const o = b.runs[i]!
    return r === o || (r.id === o.id && r.drawing === o.drawing && r.frames === o.frames)
  })

/** The blocks that are others in `after`, and those that are gone, by their first exposures. Costs what changed. */
export function changedBlocks(before: Runs, after: Runs): { put: Map<string, Block>; gone: string[] } {
  const { was, is, from, to } = difference(before, after)
  const { lead, before: behind } = headOf(before, from.chunk, from.index)
  const { trail, next } = tailOf(before, to.chunk, to.index)
  const all = (middle: readonly Run[]): Blocks => cut(lead.concat(middle, trail, next), behind)
  const [old, now] = [all(was), all(is)]
  const gone = [...old.keys()].filter(id => !now.has(id))
  for (const [id, block] of now) if (same(old.get(id), block)) now.delete(id)
  return { put: now, gone }
}

/** The exposures of blocks, in whatever order they come; null where one is missing or one too many. */
export function joined(blocks: readonly Block[]): Run[] | null {
  const next = new Map(blocks.map(b => [b.after, b]))
  if (next.size !== blocks.length) return null
  const list: Run[] = []
  let count = 0
  for (let at = next.get(null); at; at = next.get(at.runs[0]?.id ?? null)) {
    if (++count > blocks.length || !at.runs.length) return null
    list.push(...at.runs)
  }
  return count === blocks.length ? list : null
}
