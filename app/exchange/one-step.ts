import type { Draft } from '#core/commands'

/** Several drafts as one change under a name of its own; one draft has its own name. */
export const oneStep = (drafts: readonly Draft[], words: string): Draft[] =>
  drafts.length > 1 ? [{ name: 'together', args: { commands: [...drafts], words } }] : [...drafts]
