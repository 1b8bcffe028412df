import { z } from 'zod'
import { idSchema, plural } from '../basic'
import { footageSchema, MOST_MARKS, secondSchema } from '../document/document'
import { command } from './kind'
import { columnName, columnOf, unlocked, withColumn } from './parts'
import { refuse } from './refusal'

const where = { plan: idSchema, column: idSchema }
const settings = footageSchema.omit({ marks: true })

export const setFootage = command(
  'footage.set',
  z.object({
    ...where,
    /** What changes of it, all of it where there was none, or null to take it off. */
    footage: settings.partial().nullable(),
  }),
  ({ plan, column, footage }, shot) => {
    const name = columnName(shot, plan, column)
    if (!footage) return `Take the footage off ${name}`
    if (footage.file !== undefined) return `Footage ${footage.name ?? ''} in ${name}`
    if (footage.speed !== undefined) return `Footage of ${name} at ${Math.round(footage.speed * 1000) / 10} %`
    if (footage.from !== undefined) return `Footage of ${name} from frame ${footage.from} on`
    return footage.inPoint !== undefined
      ? `Footage of ${name} begins at ${footage.inPoint.toFixed(2)} s`
      : `Place the footage of ${name}`
  },
  (shot, { plan, column: id, footage: change }) => {
    const { footage: old, ...column } = unlocked(columnOf(shot, plan, id))
    if (!change) return withColumn(shot, plan, column)
    const { marks, ...before } = old ?? {}
    const whole = settings.safeParse({ ...before, ...change })
    if (!whole.success) return refuse('gone', `${column.name} has no footage any more.`)
    // Moments of another movie mean nothing in this one.
    const stay = marks && (change.file === undefined || change.file === old?.file)
    return withColumn(shot, plan, { ...column, footage: { ...whole.data, ...(stay ? { marks } : {}) } })
  },
)

export const markFootage = command(
  'footage.mark',
  z.object({
    ...where,
    /** The movie that the moments are of. */
    file: footageSchema.shape.file,
    /** Moments, seconds from its start: those that are marked, and those that are marked no more. */
    put: z.array(secondSchema).max(MOST_MARKS),
    taken: z.array(secondSchema).max(MOST_MARKS),
  }),
  ({ put, taken, plan, column }, shot) => {
    const footage = `the footage of ${columnName(shot, plan, column)}`
    if (!put.length) return `Take ${plural(taken.length, 'mark')} off ${footage}`
    if (taken.length) return `Move ${plural(put.length, 'mark')} on ${footage}`
    return `Mark ${put.length === 1 ? 'a moment' : plural(put.length, 'moment')} on ${footage}`
  },
  (shot, { plan, column: id, file, put, taken }) => {
    const column = unlocked(columnOf(shot, plan, id))
    if (!column.footage) return refuse('gone', `${column.name} has no footage any more.`)
    const { marks = [], ...footage } = column.footage
    if (footage.file !== file) refuse('changed', `${column.name} has other footage now.`)
    const gone = new Set(taken)
    const now = [...new Set([...marks.filter(m => !gone.has(m)), ...put])].sort((a, b) => a - b)
    return withColumn(shot, plan, { ...column, footage: { ...footage, ...(now.length ? { marks: now } : {}) } })
  },
)
