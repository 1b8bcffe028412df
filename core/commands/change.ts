import { z } from 'zod'
import type { Run, Runs } from '../sheet'
import { differing, findRun, isRuns, lastRun, listOf, runAfter, runAt, splice } from '../sheet'
import { runSchema } from '../document/document'
import { equal } from '../document/equal'
import { refuse } from './refusal'

/**
 * One difference between two shots. A value stands at a path before and after (absent where there is none); a list (runs,
 * strokes, ticks) lost `before` and got `after` in the same place, behind the entry named `behind`.
 */
const pathSchema = z
  .array(z.string().refine(key => !(key in Object.prototype), 'This is no place in a shot.'))
  .min(1)
  .max(12)
const entriesSchema = z.array(z.record(z.string(), z.json()))

export const changeSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('value'),
    path: pathSchema,
    before: z.json().optional(),
    after: z.json().optional(),
  }),
  z.object({
    kind: z.literal('list'),
    path: pathSchema,
    hint: z.number().int().min(0),
    behind: z.string().nullable(),
    before: entriesSchema,
    after: entriesSchema,
  }),
])
export type Change = z.infer<typeof changeSchema>

type Tree = Record<string, unknown>
type Entry = Record<string, unknown>

/** Values that change as a whole, by the name of the record they stand in or their own. */
const WHOLE = new Set(['poses', 'subjects'])
const WHOLE_NAMES = new Set(['picture', 'rate', 'recipe'])
/** Lists whose entries have an identity, and the field that holds it. */
const LISTS: Record<string, string> = { runs: 'id', strokes: 'id', ticks: 'drawing' }

const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v)

/** All differences from one shot to another. Parts that are the same object are not looked into. */
export function diff(before: unknown, after: unknown, path: string[] = []): Change[] {
  if (before === after) return []
  const name = path.at(-1) ?? ''
  if (isRuns(before) && isRuns(after)) return listChange(path, ...runsMiddle(before, after))
  if (Object.hasOwn(LISTS, name) && Array.isArray(before) && Array.isArray(after))
    return listChange(path, ...middle(before, after, LISTS[name]!))
  if (isTree(before) && isTree(after) && !WHOLE.has(path.at(-2) ?? '') && !WHOLE_NAMES.has(name)) {
    const keys = new Set([...Object.keys(before), ...Object.keys(after)])
    return [...keys].flatMap(k => diff(before[k], after[k], [...path, k]))
  }
  return equal(before, after) ? [] : [{ kind: 'value', path, ...side('before', before), ...side('after', after) }]
}

const side = (name: 'before' | 'after', value: unknown) =>
  value === undefined ? {} : { [name]: plain(value) as z.infer<ReturnType<typeof z.json>> }

/** Exposures inside a value (a whole column that comes or goes) as plain lists, so that changes are JSON. */
function plain(value: unknown): unknown {
  if (!isTree(value)) return value
  if (isRuns(value)) return listOf(value)
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, plain(v)]))
}

type Middle = [hint: number, behind: string | null, before: unknown[], after: unknown[]]

function middle(a: readonly unknown[], b: readonly unknown[], key: string): Middle {
  let head = 0
  while (head < a.length && head < b.length && equal(a[head], b[head])) head++
  let tail = 0
  while (tail < a.length - head && tail < b.length - head && equal(a[a.length - 1 - tail], b[b.length - 1 - tail]))
    tail++
  const behind = head > 0 ? String((a[head - 1] as Entry)[key]) : null
  return [head, behind, a.slice(head, a.length - tail), b.slice(head, b.length - tail)]
}

function runsMiddle(a: Runs, b: Runs): Middle {
  const { start, before, after } = differing(a, b)
  const [skipped, behind, gone, come] = middle(before, after, 'id')
  const at = start + before.slice(0, skipped).reduce((s, r) => s + r.frames, 0)
  const last = start > 1 ? runAt(a, start - 1) : null
  return [at, behind ?? last?.run.id ?? null, gone, come]
}

function listChange(
  path: string[],
  hint: number,
  behind: string | null,
  before: unknown[],
  after: unknown[],
): Change[] {
  type Entries = z.infer<typeof entriesSchema>
  return before.length || after.length
    ? [{ kind: 'list', path, hint, behind, before: before as Entries, after: after as Entries }]
    : []
}

/** The changes that undo these. */
export const inverse = (changes: readonly Change[]): Change[] =>
  changes.map(c => {
    if (c.kind === 'list') return { ...c, before: c.after, after: c.before }
    const { before, after, ...rest } = c
    return { ...rest, ...side('before', after), ...side('after', before) }
  })

/**
 * Makes changes to a shot. Refused by name where what they expect is no longer so. `revive` turns a plain value that
 * comes back at a path into what the document holds there.
 */
export function applyChanges<T>(
  root: T,
  changes: readonly Change[],
  revive: (path: readonly string[], value: unknown) => unknown,
): T {
  return changes.reduce(
    (tree, c) =>
      applyAt(tree as Tree, c.path, (value, exists) => {
        if (c.kind === 'value') {
          if (!equal(plain(exists ? value : undefined), c.before))
            refuse('changed', `${where(c.path)} has changed since.`)
          return c.after === undefined ? undefined : revive(c.path, c.after)
        }
        if (isRuns(value)) return spliceRuns(value, c)
        if (!Array.isArray(value) || !Object.hasOwn(LISTS, c.path.at(-1)!))
          return refuse('gone', `${where(c.path)} is not there any more.`)
        return spliceList(value as Entry[], c)
      }) as T,
    root,
  )
}

const NAMES: Record<string, string> = {
  drawings: 'The drawing',
  runs: 'The exposure',
  ticks: 'The chart',
  charts: 'The chart',
  strokes: 'The drawing',
  poses: 'The pose',
  columns: 'The column',
}
const where = (path: readonly string[]): string =>
  [...path]
    .reverse()
    .map(p => (Object.hasOwn(NAMES, p) ? NAMES[p] : undefined))
    .find(Boolean) ?? 'What this changed'

function applyAt(
  tree: Tree,
  path: readonly string[],
  f: (value: unknown, exists: boolean) => unknown,
  whole = path,
): Tree {
  const [key, ...rest] = path as [string, ...string[]]
  const held = Object.hasOwn(tree, key) ? tree[key] : undefined
  if (rest.length && (!isTree(held) || isRuns(held))) return refuse('gone', `${where(whole)} is not there any more.`)
  const value = rest.length ? applyAt(held as Tree, rest, f, whole) : f(held, Object.hasOwn(tree, key))
  if (value !== undefined) return { ...tree, [key]: value }
  const { [key]: _gone, ...others } = tree
  return others
}

type ListChange = Extract<Change, { kind: 'list' }>

/** Exposures that come back, in their form. */
function comingRuns(entries: ListChange['after']): Run[] {
  const read = z.array(runSchema).safeParse(entries)
  return read.success ? read.data : refuse('limit', 'What would come back does not fit the form of a shot.')
}

function spliceRuns(runs: Runs, c: ListChange): Runs {
  const [before, after] = [c.before as unknown as Run[], comingRuns(c.after)]
  if (!before.length) {
    const behind = c.behind === null ? null : findRun(runs, c.behind, Math.max(1, c.hint - 1))
    if (c.behind !== null && !behind) return refuse('gone', 'The exposure before it is not there any more.')
    const first = behind ? runAfter(runs, behind) : findFirst(runs)
    return splice(runs, first, 0, after)
  }
  const start = findRun(runs, before[0]!.id, c.hint)
  let place = start
  for (const expected of before) {
    if (!place || !equal(place.run, expected)) return refuse('changed', 'The exposure has changed since.')
    place = runAfter(runs, place)
  }
  return splice(runs, start, before.length, after)
}

const findFirst = (runs: Runs) => (lastRun(runs) ? findRun(runs, runs.chunks[0]!.runs[0]!.id, 1) : null)

function spliceList(list: readonly Entry[], c: ListChange): Entry[] {
  const key = LISTS[c.path.at(-1)!]!
  const first = c.before[0] as Entry | undefined
  const at = first
    ? list.findIndex(e => e[key] === first[key])
    : c.behind === null
      ? 0
      : list.findIndex(e => e[key] === c.behind) + 1
  if (first ? at < 0 : c.behind !== null && at === 0) return refuse('gone', `${where(c.path)} has changed since.`)
  if (!c.before.every((e, i) => equal(list[at + i], e))) return refuse('changed', `${where(c.path)} has changed since.`)
  return [...list.slice(0, at), ...(c.after as Entry[]), ...list.slice(at + c.before.length)]
}
