import { shownRuns } from '../sheet'
import type { Column, Drawing, Plan, Shot, Stack, Subject } from './document'

const columnsShown = new WeakMap<Column, { length: number; column: Column }>()
const plansShown = new WeakMap<Plan, { length: number; plan: Plan }>()
const recordsShown = new WeakMap<Plan['columns'], { length: number; columns: Plan['columns'] }>()

/** A column as it is seen: what its repeat brackets add stands among its exposures, marked `again`. */
export function shownColumn(column: Column, length: number): Column {
  if (!column.repeats?.length) return column
  const known = columnsShown.get(column)
  if (known?.length === length) return known.column
  const { repeats: _repeats, ...bare } = column
  const made = { ...bare, runs: shownRuns(column, length) }
  columnsShown.set(column, { length, column: made })
  return made
}

/** The plan that a shot is opened in where none is asked for. */
export const openingPlan = (shot: Shot): string => shot.planOrder[0]!

/**
 * A plan as it is seen, for everything that reads what is exposed when: pictures, passes, the rail, what goes out. A plan
 * without repeats is given back as it is. Commands work on the plan as it is written.
 */
export function shownPlan(shot: Shot, plan: Plan): Plan {
  if (!Object.values(plan.columns).some(c => c.repeats?.length)) return plan
  const known = plansShown.get(plan)
  if (known?.length === shot.length) return known.plan
  const made = { ...plan, columns: shownRecord(plan.columns, shot.length) }
  plansShown.set(plan, { length: shot.length, plan: made })
  return made
}

function shownRecord(record: Plan['columns'], length: number): Plan['columns'] {
  const known = recordsShown.get(record)
  if (known?.length === length) return known.columns
  const columns = Object.fromEntries(Object.entries(record).map(([id, c]) => [id, shownColumn(c, length)]))
  recordsShown.set(record, { length, columns })
  return columns
}

/** The columns of a plan from left to right, not remembered: for plans on their way through a command. */
export const orderedColumns = (plan: Plan): Column[] => plan.order.map(id => plan.columns[id]!)

const inOrder = new WeakMap<Plan, readonly Column[]>()

/** The plans of a shot in their order. */
export const plansOf = (shot: Shot): Plan[] => shot.planOrder.map(id => shot.plans[id]!)

/** The columns of a plan from left to right; the same list for the same plan. */
export function columnsOf(plan: Plan): readonly Column[] {
  const known = inOrder.get(plan) ?? orderedColumns(plan)
  inOrder.set(plan, known)
  return known
}

const inFront = new WeakMap<Stack['subjects'], readonly Subject[]>()

/** The subjects of a stack from back to front; the same list for the same subjects. */
export function subjectsOf({ subjects }: Stack): readonly Subject[] {
  const known = inFront.get(subjects)
  if (known) return known
  const list = Object.values(subjects).sort((a, b) => a.rank - b.rank || (a.id < b.id ? -1 : 1))
  inFront.set(subjects, list)
  return list
}

/** What of a column names another one. */
type Hanging = Pick<Column, 'leader' | 'inside'> & {
  readonly name?: string
  readonly carrier?: { readonly column: string } | undefined
}
type Columns = Readonly<Record<string, Hanging>>

/** The columns that are come to from one by a relation, the nearest first. One that comes twice ends the list. */
function chainOf(columns: Columns, from: string, relation: (c: Hanging) => string | undefined): string[] {
  const out: string[] = []
  const next = (id: string) => (Object.hasOwn(columns, id) ? relation(columns[id]!) : undefined)
  for (let at = next(from); at !== undefined && !out.includes(at); at = next(at)) out.push(at)
  return out
}

const leader = (c: Hanging): string | undefined => c.leader
const carrier = (c: Hanging): string | undefined => c.carrier?.column
const inside = (c: Hanging): string | undefined => c.inside

/** The columns that a column follows: the one it is lined up with, the one that that is lined up with, and on. */
export const leadersOf = (columns: Columns, column: string): string[] => chainOf(columns, column, leader)
/** The columns that carry a column. */
export const carriersOf = (columns: Columns, column: string): string[] => chainOf(columns, column, carrier)
/** The columns inside whose drawings a column is seen only. */
export const insidesOf = (columns: Columns, column: string): string[] => chainOf(columns, column, inside)

const RELATIONS = [
  [leader, 'is lined up with one that is missing, or with one that follows it'],
  [carrier, 'rides on one that is missing, or on one that rides on it'],
  [inside, 'is seen inside one that is missing, or inside one that is seen inside it'],
] as const

/** Why a column cannot hang on others as it does, in a sentence: one is missing, or it goes in a circle. Null where it can. */
export function hangingFault(columns: Columns, column: string): string | null {
  for (const [relation, words] of RELATIONS) {
    const all = chainOf(columns, column, relation)
    if (all.includes(column) || !all.every(id => Object.hasOwn(columns, id)))
      return `The column ${columns[column]?.name ?? column} ${words}.`
  }
  return null
}

/** The line whose sound is missing, in a sentence; null where all have theirs. */
export function soundlessLine({ lines, sounds }: Pick<Plan, 'lines' | 'sounds'>): string | null {
  const line = Object.values(lines ?? {}).find(l => l.sound !== undefined && !Object.hasOwn(sounds ?? {}, l.sound))
  return line ? `The line “${line.text.slice(0, 40)}” is of a sound that is missing.` : null
}

/** Goes with its chart: a computed in-between, unless a finished picture came back for it. */
export const goesWithChart = ({ own, finished }: Drawing): boolean => !own && !finished
