import { z } from 'zod'
import { label } from '../basic'
import { argsOf, command, type CommandKind } from './kind'
import { refuse } from './refusal'

/** The most commands that are one. */
export const MOST_TOGETHER = 2000

/** Several commands as one: all of them are done, or none. `kinds` are the commands it can hold. */
export const togetherOf = (kinds: Readonly<Record<string, unknown>>) => {
  const kindOf = (name: string): CommandKind =>
    Object.hasOwn(kinds, name) ? (kinds[name] as CommandKind) : refuse('invalid', `There is no command ${name}.`)
  return command(
    'together',
    z.object({
      commands: z
        .array(z.object({ name: z.string().max(40), args: z.record(z.string(), z.unknown()) }))
        .min(2)
        .max(MOST_TOGETHER),
      /** What they are called together; else as the first is. */
      words: label.optional(),
    }),
    ({ commands: [first], words }, shot) => {
      if (words) return words
      const kind = kindOf(first!.name)
      return kind.label(argsOf(kind, first!.args), shot)
    },
    (shot, { commands }, making) =>
      commands.reduce((s, { name, args }) => {
        const kind = kindOf(name)
        return kind.apply(s, argsOf(kind, args), making)
      }, shot),
  )
}
