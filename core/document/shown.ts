import { shownRuns } from '../sheet'
import type { Column, Plan, Shot, Stack, Subject } from './document'

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

/**
 * The columns that a column follows, the nearest first: the one it is lined up with, the one that is lined up with, and
 * on. One that comes twice ends the list.
 */
export function leadersOf(columns: Readonly<Record<string, Pick<Column, 'leader'>>>, column: string): string[] {
  const out: string[] = []
  let at = Object.hasOwn(columns, column) ? columns[column]!.leader : undefined
  while (at !== undefined && !out.includes(at)) {
    out.push(at)
    at = Object.hasOwn(columns, at) ? columns[at]!.leader : undefined
  }
  return out
}

/** Whether what a column is lined up with is there, and does not follow it in a circle. */
export const isLed = (columns: Readonly<Record<string, Pick<Column, 'leader'>>>, column: string): boolean => {
  const all = leadersOf(columns, column)
  return !all.includes(column) && all.every(id => Object.hasOwn(columns, id))
}

export const UNLED = (name: string): string =>
  `The column ${name} is lined up with one that is missing, or with one that follows it.`

type Carried = Readonly<Record<string, { readonly carrier?: { readonly column: string } | undefined }>>

/** The columns that carry a column, the nearest first. One that comes twice ends the list. */
export function carriersOf(columns: Carried, column: string): string[] {
  const out: string[] = []
  const next = (id: string) => (Object.hasOwn(columns, id) ? columns[id]!.carrier?.column : undefined)
  for (let at = next(column); at !== undefined && !out.includes(at); at = next(at)) out.push(at)
  return out
}

/** Whether what carries a column is there, and is not carried by it in a circle. */
export const isCarried = (columns: Carried, column: string): boolean => {
  const all = carriersOf(columns, column)
  return !all.includes(column) && all.every(id => Object.hasOwn(columns, id))
}

export const UNCARRIED = (name: string): string =>
  `The column ${name} rides on one that is missing, or on one that rides on it.`
