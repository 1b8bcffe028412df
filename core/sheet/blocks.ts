import { textHash } from '../basic'
import type { Run, Runs } from './runs'
import { listOf, sharedChunks } from './runs'

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

/** The blocks of a list that begins a block, by the id of their first exposures, in order. */
function cut(list: readonly Run[], before: string | null): Map<string, Block> {
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

/** The exposures before a chunk, last first. */
function* backFrom(runs: Runs, chunk: number): Generator<Run> {
  for (let c = chunk - 1; c >= 0; c--) {
    const inside = runs.chunks[c]!.runs
    for (let i = inside.length - 1; i >= 0; i--) yield inside[i]!
  }
}

/** From the end of the shared head back to where its last block begins, and what begins the block before that. */
function headOf(runs: Runs, head: number): { lead: Run[]; before: string | null } {
  const lead: Run[] = []
  let begun = false
  let first: string | null = null
  for (const run of backFrom(runs, head)) {
    if (begun) first = run.id
    else lead.push(run)
    if (!begins(run)) continue
    if (begun) break
    begun = true
  }
  return { lead: lead.reverse(), before: first }
}

/** The rest of the last block that reaches into the shared tail, and the block behind it. */
function tailOf(runs: Runs, from: number): { trail: Run[]; next: Run[] } {
  const trail: Run[] = []
  const next: Run[] = []
  for (let c = from; c < runs.chunks.length; c++) {
    for (const run of runs.chunks[c]!.runs) {
      if (begins(run) && next.length) return { trail, next }
      if (begins(run) || next.length) next.push(run)
      else trail.push(run)
    }
  }
  return { trail, next }
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
  const { head, tail } = sharedChunks(before, after)
  const { lead, before: behind } = headOf(before, head)
  const { trail, next } = tailOf(before, before.chunks.length - tail)
  const middle = (r: Runs) => r.chunks.slice(head, r.chunks.length - tail).flatMap(c => c.runs)
  const all = (r: Runs) => cut([...lead, ...middle(r), ...trail, ...next], behind)
  const [old, now] = [all(before), all(after)]
  return {
    put: new Map([...now].filter(([id, block]) => !same(old.get(id), block))),
    gone: [...old.keys()].filter(id => !now.has(id)),
  }
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
