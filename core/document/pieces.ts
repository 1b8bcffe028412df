import type { Block, Runs } from '../sheet'
import { changedBlocks, joined, runsOf } from '../sheet'
import type { Column, Plan, Shot, Stack, StoredShot } from './document'
import { equal } from './equal'

/** A stored shot taken apart by path, so that a change writes just what it changed. The values are plain JSON. */
export type Pieces = Record<string, unknown>

const path = {
  stack: (s: string) => `stacks/${s}`,
  plan: (p: string) => `plans/${p}`,
  runs: (p: string, column: string) => `plans/${p}/columns/${column}/runs`,
}
const headOf = ({ stacks: _s, plans: _p, ...head }: Shot) => head
const stackHead = ({ drawings: _d, ...stack }: Stack) => stack
const planHead = ({ columns: _c, charts: _h, lines: _l, ...plan }: Plan) => plan
const columnHead = ({ runs: _r, ...column }: Column) => column
const nothing = {}
const NO_RUNS: Runs = runsOf([])

/**
 * All pieces of a shot: its head, each stack's head and drawings, each plan's head, charts and spoken lines, each
 * column's head and its exposures in blocks.
 */
export const piecesOf = (shot: Shot): Pieces => changedPieces(null, shot).put

/**
 * The pieces that are others in `after`, and the paths that are gone. Records and entries that are the same object are
 * not looked into, so thousands of drawings cost nothing where none has changed. Without a shot before, all are put.
 */
export function changedPieces(before: Shot | null, after: Shot): { put: Pieces; gone: string[] } {
  const put: Pieces = {}
  const gone: string[] = []
  const compare = <T>(
    prefix: string,
    old: Record<string, T> = nothing,
    now: Record<string, T> = nothing,
    plain: (value: T) => unknown = v => v,
    inside?: (id: string, old: T | undefined, now: T | undefined) => void,
  ) => {
    if (old === now) return
    for (const id in now) {
      if (old[id] === now[id]) continue
      const value = plain(now[id]!)
      if (old[id] === undefined || !inside || !equal(value, plain(old[id]))) put[`${prefix}/${id}`] = value
      inside?.(id, old[id], now[id])
    }
    for (const id in old) {
      if (now[id] !== undefined) continue
      gone.push(`${prefix}/${id}`)
      inside?.(id, old[id], undefined)
    }
  }
  if (!before || !equal(headOf(before), headOf(after))) put.shot = headOf(after)
  compare('stacks', before?.stacks, after.stacks, stackHead, (id, old, now) =>
    compare(`${path.stack(id)}/drawings`, old?.drawings, now?.drawings),
  )
  compare('plans', before?.plans, after.plans, planHead, (id, old, now) => {
    compare(`${path.plan(id)}/columns`, old?.columns, now?.columns, columnHead, (column, was, is) => {
      const blocks = changedBlocks(was?.runs ?? NO_RUNS, is?.runs ?? NO_RUNS)
      for (const [first, block] of blocks.put) put[`${path.runs(id, column)}/${first}`] = block
      for (const first of blocks.gone) gone.push(`${path.runs(id, column)}/${first}`)
    })
    compare(`${path.plan(id)}/charts`, old?.charts, now?.charts)
    compare(`${path.plan(id)}/lines`, old?.lines, now?.lines)
  })
  return { put, gone }
}

type Holder = Record<string, Record<string, unknown>>

/**
 * The stored shot that pieces make up. Pieces whose holder is missing, or blocks of exposures that do not fit together,
 * make no shot: openShot refuses it. Before schema 5 a column's piece held its exposures itself.
 */
export function assemble(all: Pieces): StoredShot {
  const stacks: Record<string, Holder> = {}
  const plans: Record<string, Holder> = {}
  const blocks = new Map<Record<string, unknown>, Block[]>()
  // Holders first; else by path, so that the document is the same in whatever order its pieces come.
  const depth = (path: string) => path.split('/').length
  const paths = Object.keys(all).sort((a, b) => depth(a) - depth(b) || (a < b ? -1 : 1))
  for (const at of paths) {
    const [kind, id, part, inner, , first] = at.split('/') as [string, ...(string | undefined)[]]
    const home = kind === 'stacks' ? stacks : plans
    if (!id) continue
    if (!part)
      home[id] =
        kind === 'stacks'
          ? { ...(all[at] as Holder), drawings: {} }
          : { ...(all[at] as Holder), columns: {}, charts: {} }
    else if (inner && !first) {
      const entry = part === 'columns' ? { runs: [], ...(all[at] as object) } : all[at]
      ;(home[id] ??= {})[part] ??= {}
      home[id][part][inner] = entry
    } else if (first) {
      const column = (home[id]?.[part]?.[inner!] ?? {}) as Record<string, unknown>
      blocks.set(column, [...(blocks.get(column) ?? []), all[at] as Block])
    }
  }
  for (const [column, parts] of blocks) column.runs = joined(parts)
  return { ...(all.shot as object), stacks, plans } as unknown as StoredShot
}
