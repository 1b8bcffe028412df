import { z } from 'zod'
import { idSchema, plural } from '../basic'
import type { Plan, Shot, SpokenLine } from '../document/document'
import { lineSchema, MOST_LINES, MOST_WORDS, wordSchema } from '../document/document'
import { command } from './kind'
import { planOf, withPlan, without } from './parts'
import { refuse } from './refusal'

const where = { plan: idSchema, line: idSchema }
const lineOf = (plan: Plan, id: string): SpokenLine =>
  plan.lines?.[id] ?? refuse('gone', 'The line is not there any more.')
const withLine = (shot: Shot, plan: Plan, line: SpokenLine): Shot =>
  withPlan(shot, { ...plan, lines: { ...plan.lines, [line.id]: line } })
const short = (text: string): string => (text.length > 40 ? `${text.slice(0, 40)}…` : text)
const textIn = (shot: Shot, plan: string, line: string): string => short(shot.plans[plan]?.lines?.[line]?.text ?? '')

const soundIn = (plan: Plan, sound: string | undefined): void => {
  if (sound !== undefined && !plan.sounds?.[sound]) refuse('gone', 'The sound of the line is not there any more.')
}

function distinct(words: readonly { readonly id: string }[]): void {
  if (new Set(words.map(w => w.id)).size < words.length) refuse('invalid', 'A word with this id is there already.')
}

export const putLine = command(
  'line.put',
  /** A line that is new, or that is read anew under its id. */
  z.object({ plan: idSchema, line: lineSchema }),
  ({ line }) => `Read “${short(line.text)}”`,
  (shot, { plan: id, line }) => {
    const plan = planOf(shot, id)
    soundIn(plan, line.sound)
    distinct(line.words)
    if (!plan.lines?.[line.id] && Object.keys(plan.lines ?? {}).length >= MOST_LINES)
      refuse('invalid', `A plan holds at most ${MOST_LINES} lines.`)
    return withLine(shot, plan, line)
  },
)

export const setLine = command(
  'line.set',
  z.object({
    ...where,
    /** What changes; null for nobody who speaks. */
    set: z.object({ text: lineSchema.shape.text.optional(), speaker: lineSchema.shape.speaker.nullable() }),
  }),
  ({ set, plan, line }, shot) =>
    set.speaker === undefined
      ? `Text of the line “${short(set.text ?? textIn(shot, plan, line))}”`
      : 'Who speaks the line',
  (shot, { plan: id, line, set }) => {
    const plan = planOf(shot, id)
    const { speaker, ...rest } = { ...lineOf(plan, line), ...set }
    return withLine(shot, plan, { ...rest, ...(speaker ? { speaker } : {}) })
  },
)

export const setWords = command(
  'line.words',
  z.object({
    ...where,
    /** The words that change, by their ids, one after the other; where none, the new ones come at the end. */
    old: z.array(idSchema).max(MOST_WORDS),
    words: z.array(wordSchema).max(MOST_WORDS),
    /** What is done, in words. */
    label: z.string().trim().min(1).max(80).optional(),
  }),
  ({ old, words, label }) =>
    label ?? (words.length ? `Time ${plural(words.length, 'word')}` : `Delete ${plural(old.length, 'word')}`),
  (shot, { plan: id, line: lineId, old, words }) => {
    const plan = planOf(shot, id)
    const line = lineOf(plan, lineId)
    const at = old.length ? line.words.findIndex(w => w.id === old[0]) : line.words.length
    if (at < 0 || old.some((w, i) => line.words[at + i]?.id !== w))
      refuse('changed', 'The words of the line have changed since.')
    const now = [...line.words.slice(0, at), ...words, ...line.words.slice(at + old.length)]
    distinct(now)
    return withLine(shot, plan, { ...line, words: now })
  },
)

export const removeLine = command(
  'line.remove',
  z.object(where),
  ({ plan, line }, shot) => `Delete the line “${textIn(shot, plan, line)}”`,
  (shot, { plan: id, line }) => {
    const { lines, ...plan } = planOf(shot, id)
    if (!lines?.[line]) return refuse('gone', 'The line is not there any more.')
    const kept = without(lines, [line])
    return withPlan(shot, Object.keys(kept).length ? { ...plan, lines: kept } : plan)
  },
)
