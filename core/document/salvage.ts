import type { Shot } from './document'
import { openShot } from './open'

type Tree = Record<string, unknown>
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v)

export interface Salvaged {
  readonly shot: Shot
  /** What was left out, in words, each once. */
  readonly left: readonly string[]
}

/** What of a stored shot can be shown when it does not open: entries that do not fit are left out, one after another. */
export function openWhatFits(stored: unknown): Salvaged | null {
  const opened = openShot(stored)
  if (opened.ok) return { shot: opened.shot, left: [] }
  if (!isTree(stored)) return null
  const left: string[] = []
  let now = structuredClone(stored)
  for (const out of [drawingsOut, columnsOut, chartsOut, extrasOut]) {
    now = out(now, left)
    const read = openShot(now)
    if (read.ok) return { shot: read.shot, left }
  }
  return null
}

/** Takes out what does not fit and notes it. */
type Pruning = (stored: Tree, left: string[]) => Tree
const opens = (stored: Tree): boolean => openShot(stored).ok

type Entries = [string, Tree][]
const records = (v: unknown): Entries =>
  isTree(v) ? Object.entries(v).filter((e): e is [string, Tree] => isTree(e[1])) : []

/** A shot with nothing in its plans, to try a stack or an entry of a plan on its own. */
const bare = (stored: Tree, stacks: Tree, plan?: Tree): Tree => {
  const kept = plan ?? { id: 'alone', name: 'Alone', columns: {}, order: [], charts: {} }
  return { ...stored, stacks, plans: { [String(kept.id)]: kept }, planOrder: [kept.id], spacings: {} }
}

/** Drawings (and subjects) that do not fit their form become empty ones, so that what exposes them stays. */
const drawingsOut: Pruning = (stored, left) => {
  const stacks: Tree = {}
  for (const [id, stack] of records(stored.stacks)) {
    if (opens(bare(stored, { [id]: stack }))) {
      stacks[id] = stack
      continue
    }
    const parts = { id, subjects: {} as Tree, drawings: {} as Tree }
    for (const [key, subject] of records(stack.subjects)) {
      if (opens(bare(stored, { [id]: { id, subjects: { [key]: subject }, drawings: {} } })))
        parts.subjects[key] = subject
      else left.push(`the figure ${String(subject.name ?? key)}`)
    }
    for (const [key, drawing] of records(stack.drawings)) {
      const fits = opens(bare(stored, { [id]: { id, subjects: {}, drawings: { [key]: drawing } } }))
      if (!fits) left.push(`what is on drawing ${String(drawing.number ?? key)}`)
      const empty = { id: key, number: '?', role: 'key', own: true, content: { poses: {}, strokes: [] } }
      parts.drawings[key] = fits ? drawing : { ...empty, number: String(drawing.number ?? '?').slice(0, 12) || '?' }
    }
    stacks[id] = parts
  }
  return { ...stored, stacks }
}

/**
 * As many of some entries as fit together, found by halves, so that a few that do not fit among thousands cost a few
 * looks: those kept already, and of the list what fits beside them.
 */
function fitting(list: Entries, kept: Entries, fits: (entries: Entries) => boolean): Entries {
  const all = [...kept, ...list]
  if (!list.length || fits(all)) return all
  if (list.length === 1) return kept
  const half = Math.ceil(list.length / 2)
  return fitting(list.slice(half), fitting(list.slice(0, half), kept, fits), fits)
}

/** The plans of a shot with the entries of a record that fit. */
function entriesOut(
  stored: Tree,
  part: string,
  kept: (plan: Tree) => Tree,
  name: (entry: Tree) => string,
  left: string[],
): Tree {
  const plans: Tree = {}
  for (const [id, plan] of records(stored.plans)) {
    const entries = records(plan[part])
    const tried = (some: Entries) => kept({ ...plan, [part]: Object.fromEntries(some) })
    const fit = Object.fromEntries(
      fitting(entries, [], some => opens(bare(stored, stored.stacks as Tree, tried(some)))),
    )
    left.push(...entries.filter(([key]) => !Object.hasOwn(fit, key)).map(([, entry]) => name(entry)))
    const order = Array.isArray(plan.order)
      ? plan.order.filter(c => part !== 'columns' || Object.hasOwn(fit, String(c)))
      : []
    plans[id] = { ...plan, [part]: fit, order }
  }
  return { ...stored, plans }
}

const planHead = ({ id, name }: Tree): Tree => ({ id, name, columns: {}, order: [], charts: {} })

/** Columns so that each comes after the ones it follows, rides on or is cut to. */
function byLeaders(columns: [string, Tree][]): [string, Tree][] {
  const all = new Map(columns)
  const before = (c: Tree | undefined): string[] =>
    [c?.leader, (c?.carrier as Tree | undefined)?.column, c?.inside].filter(x => typeof x === 'string')
  const depthOf = (id: string, seen: readonly string[] = []): number =>
    seen.includes(id) ? 0 : Math.max(0, ...before(all.get(id)).map(other => 1 + depthOf(other, [...seen, id])))
  const depth = new Map(columns.map(([id]) => [id, depthOf(id)]))
  return columns.sort(([a], [b]) => depth.get(a)! - depth.get(b)!)
}

/** Columns that do not fit, those lined up with others after those that lead them. */
const columnsOut: Pruning = (stored, left) => {
  const sorted = Object.fromEntries(
    records(stored.plans).map(([id, plan]) => [
      id,
      {
        ...plan,
        columns: Object.fromEntries(byLeaders(records(plan.columns))),
      },
    ]),
  )
  const name = (c: Tree) => `the column ${String(c.name ?? c.id)}`
  return entriesOut({ ...stored, plans: sorted }, 'columns', p => ({ ...planHead(p), columns: p.columns }), name, left)
}

const chartsOut: Pruning = (stored, left) =>
  entriesOut(
    stored,
    'charts',
    p => ({ ...planHead(p), charts: p.charts }),
    () => 'a chart',
    left,
  )

/** Notes, pins, sounds, lines and kept spacings go as a whole where nothing else helps. */
const extrasOut: Pruning = (stored, left) => {
  left.push('notes, pins, sounds, lines and kept spacings')
  const plans = Object.fromEntries(
    records(stored.plans).map(([id, { notes: _n, pins: _p, sounds: _h, lines: _l, ...plan }]) => [id, plan]),
  )
  const { spacings: _s, scale: _c, ...rest } = stored
  return { ...rest, plans } as Tree
}
