import { z } from 'zod'
import { plural } from '../basic'
import type { Role } from '../document'
import { MOST_RUNS, noteSchema, numberSchema, openShot, openingPlan } from '../document'
import type { Rate } from '../time'
import { MAX_FRAMES, rateLabel } from '../time'
import { readOtio } from './otio-in'
import type { SheetJson } from './sheet-json'
import { sheetJson, sheetJsonSchema } from './sheet-json'

/** A column that comes in: its drawings are told apart by their numbers. */
export interface ColumnIn {
  readonly name: string
  /** Frames that a new drawing gets; null where nothing is said. */
  readonly step: number | null
  readonly background: boolean
  readonly hidden: boolean
  readonly reference: boolean
  readonly drawings: readonly { readonly number: string; readonly role: Role }[]
  /** From frame 1 on without gaps; a blank has no drawing. */
  readonly exposures: readonly { readonly drawing: string | null; readonly frames: number }[]
  readonly charts: readonly {
    readonly from: string
    readonly to: string
    readonly ticks: readonly { readonly drawing: string; readonly u: number }[]
  }[]
}

/** A sheet from elsewhere, and what of it was left out, in words. */
export interface SheetIn {
  readonly name: string
  /** The rate that its frames are counted in. */
  readonly rate: Rate
  /** Frames of the shot. */
  readonly length: number
  readonly columns: readonly ColumnIn[]
  readonly notes: readonly { readonly frame: number; readonly frames: number; readonly text: string }[]
  readonly left: readonly string[]
}
export type ReadIn = { readonly ok: true; readonly sheet: SheetIn } | { readonly ok: false; readonly message: string }

const refusedIn = (message: string): ReadIn => ({ ok: false, message })

/** More columns than this are not read. */
const MOST_COLUMNS = 200

/**
 * Reads a sheet from the text of a file: a sheet or a shot as JSON by our published schemas, or an OpenTimelineIO
 * timeline, whose times are turned into frames of `rate`. What fits none of these is refused in words.
 */
export function readSheetFile(text: string, rate: Rate): ReadIn {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return refusedIn('It is no whole JSON: it was cut off, or is something else.')
  }
  const head = headSchema.safeParse(value)
  if (!head.success) return refusedIn('It is JSON, but no sheet, shot or timeline that is read here.')
  const { format, schema, OTIO_SCHEMA } = head.data
  if (OTIO_SCHEMA !== undefined) return readOtio(value, rate)
  if (format === 'fintro-sheet') return readSheetJson(value)
  return schema === undefined
    ? refusedIn('It is JSON, but no sheet, shot or timeline that is read here.')
    : readShotJson(value)
}

const headSchema = z.object({
  format: z.string().optional(),
  schema: z.number().optional(),
  OTIO_SCHEMA: z.string().optional(),
})

function readSheetJson(value: unknown): ReadIn {
  const read = sheetJsonSchema.safeParse(value)
  if (read.success) return { ok: true, sheet: sheetOf(read.data, []) }
  const [issue] = read.error.issues
  return refusedIn(`It is no sheet by the schema, at ${issue!.path.join(' › ') || 'its top'}: ${issue!.message}.`)
}

/** Of a whole shot the sheet of its first plan; what is drawn is in other files. */
function readShotJson(value: unknown): ReadIn {
  const opened = openShot(value)
  if (!opened.ok) return refusedIn(opened.message)
  const { shot } = opened
  const left = ['what is drawn on its drawings (an archive of the shot holds it)']
  if (shot.planOrder.length > 1) left.push(`${plural(shot.planOrder.length - 1, 'other plan')}`)
  return { ok: true, sheet: sheetOf(sheetJson(shot, openingPlan(shot), ''), left) }
}

function sheetOf({ shot, rate, length, columns, notes }: SheetJson, left: readonly string[]): SheetIn {
  const out = [...left]
  const again = columns.filter(c => c.exposures.some(x => x.again)).length
  if (again) out.push(`repeat brackets of ${plural(again, 'column')} (their exposures are written out)`)
  return {
    ...{ name: shot, rate, length, notes, left: out },
    columns: columns.map(c => ({
      ...c,
      exposures: c.exposures.map(({ drawing, frames }) => ({ drawing, frames })),
    })),
  }
}

/** Why a sheet that was read cannot be taken, in a sentence; null where it can. */
export function misfitIn({ columns, length, notes }: SheetIn): string | null {
  if (!columns.length) return 'There is no column with exposures in it.'
  if (columns.length > MOST_COLUMNS) return `It has ${columns.length} columns; at most ${MOST_COLUMNS} are read.`
  if (length > MAX_FRAMES) return `It has ${length} frames; a shot has at most ${MAX_FRAMES}.`
  for (const { name, exposures, drawings } of columns) {
    const frames = exposures.reduce((sum, x) => sum + x.frames, 0)
    if (exposures.length > MOST_RUNS || frames > MAX_FRAMES)
      return `The column ${name} has ${exposures.length} exposures on ${frames} frames: more than a column holds.`
    if (exposures.some(x => !Number.isInteger(x.frames) || x.frames < 1))
      return `The column ${name} has an exposure that is not a whole number of frames long.`
    const wrong = drawings.map(d => numberSchema.safeParse(d.number)).find(r => !r.success)
    if (wrong?.error) return `The column ${name}: ${wrong.error.issues[0]!.message}`
    const numbers = new Set(drawings.map(d => d.number))
    if (numbers.size < drawings.length) return `Two drawings of the column ${name} have the same number.`
    const lost = exposures.find(x => x.drawing !== null && !numbers.has(x.drawing))
    if (lost) return `The column ${name} exposes ${lost.drawing}, which is not among its drawings.`
  }
  const note = notes.map(n => noteSchema.omit({ id: true }).safeParse(n)).find(r => !r.success)
  return note?.error ? `A note cannot be taken: ${note.error.issues[0]!.message}` : null
}

/** What is worth knowing where its frames are counted at another rate. */
export const otherRate = (sheet: SheetIn, rate: Rate): string | null =>
  sheet.rate.num * rate.den === rate.num * sheet.rate.den
    ? null
    : `It is counted at ${rateLabel(sheet.rate)} frames a second, the shot at ${rateLabel(rate)}: frame numbers stay, seconds change.`
