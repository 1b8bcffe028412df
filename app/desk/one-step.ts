import type { Draft } from '#core/commands'

/** A change is called by so many letters at most. */
const MOST_LETTERS = 80

/** Several drafts as one change under a name of its own; one draft has its own name. */
export const oneStep = (drafts: readonly Draft[], words: string): Draft[] =>
  drafts.length > 1
    ? [{ name: 'together', args: { commands: [...drafts], words: words.slice(0, MOST_LETTERS) } }]
    : [...drafts]
