import type { Draft } from '#core/commands'
import { MOST_TOGETHER } from '#core/commands'

/** A change is called by so many letters at most. */
const MOST_LETTERS = 80

/** Several drafts as one change under a name of its own; one draft has its own name. */
export const oneStep = (drafts: readonly Draft[], words: string): Draft[] =>
  drafts.length > 1
    ? [{ name: 'together', args: { commands: [...drafts], words: words.slice(0, MOST_LETTERS) } }]
    : [...drafts]

type Single = Exclude<Draft, { name: 'together' }>
/** The drafts of drafts, each on its own. */
const singles = (drafts: readonly Draft[]): Single[] =>
  drafts.flatMap(d => (d.name === 'together' ? (d.args.commands as unknown as Single[]) : [d as Single]))

/** The names of the commands that drafts are made of. */
export const namesIn = (drafts: readonly Draft[]): string[] => singles(drafts).map(d => d.name)

/** Drafts with more of them in the same change, called as they were alone; without them where that is too many. */
export function asOne(drafts: readonly Draft[], more: readonly Draft[]): Draft[] {
  const commands = singles([...drafts, ...more])
  if (commands.length > MOST_TOGETHER) return [...drafts]
  const words = drafts.length === 1 && drafts[0]!.name === 'together' ? drafts[0].args.words : undefined
  return [{ name: 'together', args: { commands, ...(words === undefined ? {} : { words }) } }]
}
