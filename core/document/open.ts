import { bracketsOf, listOf } from '../sheet'
import type { Shot } from './document'
import { SCHEMA, shotSchema } from './document'
import { upgraded } from './upgrade'
import { hangingFault, soundlessLine } from './shown'

export type Opened =
  | { readonly ok: true; readonly shot: Shot }
  | { readonly ok: false; readonly code: 'later-schema' | 'not-a-shot' | 'inconsistent'; readonly message: string }

/** Reads a stored shot of this or an older schema; says in a sentence why it cannot be read. */
export function openShot(stored: unknown): Opened {
  if (typeof stored !== 'object' || stored === null || !Number.isInteger((stored as { schema?: unknown }).schema)) {
    return { ok: false, code: 'not-a-shot', message: 'This is not a Fintro shot: it has no schema number.' }
  }
  const given = stored as Record<string, unknown>
  if (Number(given.schema) > SCHEMA) {
    return {
      ok: false,
      code: 'later-schema',
      message: `This shot was made by a later Fintro (schema ${String(given.schema)}; this one reads up to ${SCHEMA}).`,
    }
  }
  const parsed = shotSchema.safeParse(upgraded(given, SCHEMA))
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!
    return {
      ok: false,
      code: 'not-a-shot',
      message: `The shot does not fit its form at ${issue.path.join(' › ') || 'the top'}: ${issue.message}`,
    }
  }
  const lost = firstLost(parsed.data)
  return lost ? { ok: false, code: 'inconsistent', message: lost } : { ok: true, shot: parsed.data }
}

/** The first thing that names another which is not there, in words; null where all is whole. */
export function firstLost(shot: Shot): string | null {
  for (const id of shot.planOrder) if (!shot.plans[id]) return `The plan ${id} is missing.`
  for (const plan of Object.values(shot.plans)) {
    for (const id of plan.order) if (!plan.columns[id]) return `The column ${id} is missing.`
    for (const column of Object.values(plan.columns)) {
      const stack = shot.stacks[column.stack]
      if (!stack) return `The column ${column.name} has no stack of drawings.`
      const hanging = hangingFault(plan.columns, column.id)
      if (hanging) return hanging
      const ids = new Set<string>()
      for (const run of listOf(column.runs)) {
        if (run.drawing !== null && !stack.drawings[run.drawing])
          return `The column ${column.name} exposes a drawing that is missing.`
        if (ids.has(run.id)) return `The column ${column.name} has two exposures with the id ${run.id}.`
        ids.add(run.id)
      }
      const stand = bracketsOf(column, shot.length)
      if (stand.length < (column.repeats?.length ?? 0))
        return `A repeat in the column ${column.name} is over exposures that are missing.`
      if (stand.some((b, i) => i > 0 && b.from < stand[i - 1]!.from + stand[i - 1]!.frames))
        return `Two repeats in the column ${column.name} overlap.`
    }
    const soundless = soundlessLine(plan)
    if (soundless) return soundless
    const charted = new Set<string>()
    for (const chart of Object.values(plan.charts)) {
      const drawings = shot.stacks[chart.stack]?.drawings
      const named = [chart.from, chart.to, ...chart.ticks.map(t => t.drawing)]
      if (!drawings || named.some(d => !drawings[d])) return `The chart ${chart.id} names a drawing that is missing.`
      for (const { drawing } of chart.ticks) {
        if (charted.has(drawing)) return `The drawing ${drawings[drawing]!.number} is in two charts.`
        charted.add(drawing)
      }
    }
  }
  return null
}
