import { z } from 'zod'
import { idSchema } from '../basic'
import { areInRow } from '../figure'
import type { Shot, Stack, Subject } from '../document/document'
import { boundTo, originalSchema } from '../document/document'
import { shelvedSubjectSchema } from '../document/shelf'
import { columnsOf, plansOf } from '../document/shown'
import { command } from './kind'
import { stackOf, withStack } from './parts'
import { refuse } from './refusal'

/** A copy of something on a shelf becomes as a newer version of it: what it is called and where it is stays. */
export const renewSubject = command(
  'subject.renew',
  z.object({
    stack: idSchema,
    subject: idSchema,
    /** What it is a copy of when this is meant. */
    was: originalSchema,
    /** What it is from now on, and of which version that is. */
    to: shelvedSubjectSchema,
    version: originalSchema.shape.version,
  }),
  ({ stack, subject, version }, shot) =>
    `Take version ${version} of ${shot.stacks[stack]?.subjects[subject]?.name ?? 'the figure'}`,
  (shot, { stack: id, subject: subjectId, was, to, version }) => {
    const stack = stackOf(shot, id)
    const old = stack.subjects[subjectId] ?? refuse('gone', 'The figure is not there any more.')
    if (old.original?.id !== was.id || old.original.version !== was.version)
      return refuse('changed', `${old.name} is a copy of something else, or of another version, by now.`)
    if ((old.kind === 'figure') !== (to.kind === 'figure')) refuse('invalid', `${old.name} is something else.`)
    const left = stillNeeded(shot, stack, old).find(id => partCalled(to, id) === null)
    if (left !== undefined)
      refuse(
        'invalid',
        `Something rides on or is pinned to ${partCalled(old, left)} of ${old.name}, which it would have no more. Release it first.`,
      )
    const { id: own, name, rank } = old
    const figure = { ...to.figure, version: old.figure.version + 1 }
    const now = { ...to, id: own, name, rank, figure, original: { id: was.id, version } } as Subject
    if (boundTo(now).some(b => !areInRow(figure, b.bones)))
      refuse('invalid', `Something is bound to bones that ${old.name} would have no more. Release it first.`)
    return withStack(shot, { ...stack, subjects: { ...stack.subjects, [subjectId]: now } })
  },
)

/** What a bone or a chain of a figure is called; null where it is not there. */
const partCalled = ({ figure }: Pick<Subject, 'figure'>, id: string): string | null =>
  [...figure.bones, ...figure.chains].find(p => p.id === id)?.name ?? null

/** The bones and chains of a subject that something rides on, or that are pinned or pinned to. */
function stillNeeded(shot: Shot, stack: Stack, subject: Subject): string[] {
  const { id } = subject
  const named = plansOf(shot).flatMap(plan => [
    ...columnsOf(plan).flatMap(({ carrier }) =>
      carrier?.part?.subject === id && plan.columns[carrier.column]?.stack === stack.id ? [carrier.part.bone] : [],
    ),
    ...Object.values(plan.pins ?? {}).flatMap(({ stack: on, subject: pinned, part, to }) => [
      ...(on === stack.id && pinned === id ? [part] : []),
      ...(to.kind === 'part' && to.stack === stack.id && to.subject === id ? [to.bone] : []),
    ]),
  ])
  return [...new Set(named)].filter(part => partCalled(subject, part) !== null)
}
