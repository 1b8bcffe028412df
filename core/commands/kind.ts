import type { z } from 'zod'
import type { Shot } from '../document/document'
import type { Making } from './parts'
import { refuse } from './refusal'

/** One kind of change: its name, the form of its arguments, what it is called, and what it does. */
export interface CommandKind<N extends string = string, A = unknown> {
  readonly name: N
  readonly args: z.ZodType<A>
  /** What it does, in words, for undo and the history; looks at the shot before. */
  readonly label: (args: A, shot: Shot) => string
  /** The shot after. Throws Refused where it cannot be done. */
  readonly apply: (shot: Shot, args: A, making: Making) => Shot
}

/** The arguments of a command in their form; refused in words where they do not fit it. */
export function argsOf<A>(kind: CommandKind<string, A>, args: unknown): A {
  const read = kind.args.safeParse(args)
  if (read.success) return read.data
  const issue = read.error.issues[0]!
  return refuse('invalid', `${kind.name}: ${issue.path.join(' › ')} ${issue.message}`)
}

/** Names one kind of command; the type of its arguments follows from their form. */
export const command = <N extends string, S extends z.ZodType>(
  name: N,
  args: S,
  label: string | ((args: z.output<S>, shot: Shot) => string),
  apply: (shot: Shot, args: z.output<S>, making: Making) => Shot,
) => ({ name, args, label: typeof label === 'string' ? () => label : label, apply })
