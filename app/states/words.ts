import { plural } from '#core/basic'
import type { KeptState } from '#core/document'

/** When a state was kept: the time today, with the day before that. */
export function timeOf({ at }: Pick<KeptState, 'at'>, now = new Date()): string {
  const when = new Date(at)
  const time = when.toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' })
  return when.toDateString() === now.toDateString()
    ? time
    : `${when.toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric' })}, ${time}`
}

/** What a state is called in a sentence. */
export const nameOf = (state: KeptState): string =>
  state.name === null ? `the state of ${timeOf(state)}` : `“${state.name}”`.slice(0, 80)

/** Why it was kept. */
export function whyOf({ kind, revision }: KeptState): string {
  if (kind === 'mark') return 'Mark'
  if (kind === 'upgrade') return 'Before an upgrade of Fintro'
  if (kind === 'unreadable') return 'Could not be read and was replaced'
  return revision ? `After ${plural(revision, 'change')}` : 'As it was created'
}
