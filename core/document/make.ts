import type { Rate } from '../time'
import { runsOf } from '../sheet'
import type { Column, Drawing, Shot, Stack, StoredShot } from './document'
import { SCHEMA, storeShot } from './document'

export interface NewShot {
  readonly name: string
  readonly picture: { width: number; height: number }
  readonly rate: Rate
  readonly paper: string
  readonly length: number
}

/** Ink of columns in order: graphite first. */
export const INKS = ['#26302c', '#5a4632', '#2f4a5e', '#5c3d4e', '#40513a'] as const

export const newStack = (id: string): Stack => ({ id, subjects: {}, drawings: {} })

export const newColumn = (id: string, stack: string, name: string, ink: string = INKS[0]): Column => ({
  id,
  name,
  stack,
  ink,
  step: 2,
  background: false,
  locked: false,
  hidden: false,
  runs: runsOf([]),
})

/** A shot with one plan and one empty column on twos. `id` names the shot; what is in it is named after it. */
export function makeShot(id: string, draft: NewShot): Shot {
  const [stack, column, plan] = [newStack(`${id}.1`), newColumn(`${id}.2`, `${id}.1`, 'A'), `${id}.3`]
  return {
    schema: SCHEMA,
    id,
    ...draft,
    stacks: { [stack.id]: stack },
    plans: {
      [plan]: { id: plan, name: 'First plan', columns: { [column.id]: column }, order: [column.id], charts: {} },
    },
    planOrder: [plan],
  }
}

/** A stored shot under another id, otherwise the same. */
export const renamed = (shot: Shot, id: string, name = shot.name): StoredShot => ({ ...storeShot(shot), id, name })

/** A number that no drawing of the stack has, beginning from the one that is wanted: "13", then "13a", "13b" … */
export function freeNumber(stack: Stack, wanted: string, taken: Iterable<string> = []): string {
  const used = new Set([...Object.values(stack.drawings).map(d => d.number), ...taken])
  if (!used.has(wanted)) return wanted
  for (let i = 0; ; i++) {
    const letters =
      i < 26
        ? String.fromCharCode(97 + i)
        : `${String.fromCharCode(97 + Math.floor(i / 26) - 1)}${String.fromCharCode(97 + (i % 26))}`
    if (!used.has(wanted + letters)) return wanted + letters
  }
}

/** The drawing that a typed number means: the one of exactly that number, else the only one that differs in its case. */
export function drawingNumbered(stack: Stack, typed: string): Drawing | undefined {
  const all = Object.values(stack.drawings)
  const small = typed.toLowerCase()
  const alike = all.filter(d => d.number.toLowerCase() === small)
  return alike.find(d => d.number === typed) ?? (alike.length === 1 ? alike[0] : undefined)
}
