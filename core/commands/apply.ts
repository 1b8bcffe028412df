import { z } from 'zod'
import type { Change } from './change'
import { diff, inverse } from './change'
import type { CommandKind } from './kind'
import { argsOf } from './kind'
import { commands } from './all'
import type { Shot } from '../document/document'
import { SCHEMA } from '../document/document'
import type { Fault } from '../document/check'
import { firstFault } from '../document/check'
import { withoutMinusZero } from '../document/minus-zero'
import { withHalves } from './halves'
import type { Refusal } from './refusal'
import { Refused } from './refusal'
import { upgradedCommand } from './upgrade'

export type CommandName = keyof typeof commands
export type ArgsOf<N extends CommandName> = z.input<(typeof commands)[N]['args']>

/** A change as it travels and is kept: an id of its own, the schema it was made with, its name and arguments. */
export interface Command<N extends CommandName = CommandName> {
  readonly id: string
  readonly schema: number
  readonly name: N
  readonly args: ArgsOf<N>
}

/** A change on its way from a gesture to a command: the name and arguments of a command that has no id yet. */
export type Draft = { [N in CommandName]: { readonly name: N; readonly args: ArgsOf<N> } }[CommandName]

export type Applied =
  { readonly ok: true; readonly shot: Shot; readonly label: string } | { readonly ok: false; readonly refusal: Refusal }

/** The id of a command, made by whoever sends it. */
export const commandIdSchema = z.string().regex(/^[A-Za-z0-9_-]{8,40}$/)

/**
 * The outer form of a command, brought to the newest schema; its arguments are checked by the command's own form.
 * Commands of older schemas wait in browsers.
 */
export const commandSchema = z
  .object({
    id: commandIdSchema,
    schema: z.number().int().min(1).max(SCHEMA, 'This command was made by a later Fintro.'),
    name: z.string(),
    args: z.record(z.string(), z.unknown()),
  })
  .transform(command => ({ ...upgradedCommand(command), schema: SCHEMA }))
  .pipe(
    z.object({
      id: z.string(),
      schema: z.literal(SCHEMA),
      name: z.enum(Object.keys(commands) as [CommandName, ...CommandName[]]),
      args: z.record(z.string(), z.unknown()),
    }),
  )

/**
 * The shot after a command, or a refusal with a reason; what is accepted opens again. Pure: the same shot and command
 * give the same outcome everywhere; new ids are the command's own with a count.
 */
export function applyCommand(shot: Shot, command: Command): Applied {
  if (!Object.hasOwn(commands, command.name))
    return { ok: false, refusal: { code: 'invalid', message: `There is no command ${String(command.name)}.` } }
  const kind = commands[command.name] as unknown as CommandKind
  let n = 0
  try {
    const args = argsOf(kind, command.args)
    const newId = () => `${command.id}.${n++}`
    const made = withoutMinusZero(shot, kind.apply(shot, args, { newId }))
    const own = firstFault(shot, made)
    const after = own ? made : withHalves(shot, made, newId)
    const fault = own ?? firstFault(made, after)
    if (fault) return { ok: false, refusal: refusalFor(command.name, fault) }
    return { ok: true, shot: after, label: kind.label(args, shot) }
  } catch (error) {
    if (error instanceof Refused) return { ok: false, refusal: error.refusal }
    throw error
  }
}

/** What a command makes is checked as what is read is: none is accepted whose shot would not open again. */
const refusalFor = (name: CommandName, { kind, message }: Fault): Refusal =>
  kind === 'form'
    ? { code: 'limit', message }
    : { code: 'changed', message: name === 'revert' ? `Something made since depends on it. ${message}` : message }

/** The changes that take `after` back to `before`. */
export const changesBack = (before: Shot, after: Shot): Change[] => inverse(diff(before, after))

/** The changes that lead from one shot to another. */
export const changesTo = (now: Shot, then: Shot): Change[] => diff(now, then)

/** The command that takes a done command back (or does it again, from the changes of its own reverting). */
export function revertCommand(id: string, of: string, label: string, changes: Change[]): Command<'revert'> {
  return { id, schema: SCHEMA, name: 'revert', args: { of, label, changes } }
}
