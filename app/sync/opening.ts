import { plural } from '#core/basic'
import type { KeptState, Shot } from '#core/document'
import { openShot, openWhatFits } from '#core/document'
import type { StateName } from './server'
import { server, ServerRefusal } from './server'

export type { StateName }

/** A shot that is shown and not to be changed. */
export interface ReadOnly {
  readonly kind: 'unreadable' | 'state'
  /** What is shown, in a sentence or two. */
  readonly reason: string
  /** Where exactly it does not fit, for who mends it; empty where nothing is wrong. */
  readonly detail: string
  /** What a change is answered. */
  readonly refusal: string
  /** The state that is looked at, or the last one that can be read; null where there is none. */
  readonly state: KeptState | null
}

export interface Stored {
  readonly shot: Shot
  readonly production: string
  readonly revision: number
  readonly incarnation: string
  readonly readOnly: ReadOnly | null
}

/** So many states are looked through for the last one that can be read. */
const LOOKED_THROUGH = 10

/** The stored shot; one that cannot be read as far as it can be shown. Throws ServerRefusal or ServerAway. */
export async function openStored(id: string): Promise<Stored> {
  const { document, production, revision, incarnation } = await server.shot(id)
  const opened = openShot(document)
  if (opened.ok) return { shot: opened.shot, production, revision, incarnation, readOnly: null }
  // What a later Fintro made is not broken.
  if (opened.code === 'later-schema') throw new ServerRefusal(409, opened.code, opened.message)
  const last = await lastReadable(id)
  const shown = openWhatFits(document)
  const shot = shown?.shot ?? last?.shot
  if (!shot) throw new ServerRefusal(409, opened.code, opened.message)
  const left = shown ? `Shown without ${listed(shown.left)}.` : 'Shown as it was last kept whole.'
  const older = last ? plural(revision - last.state.revision, 'change') : ''
  const offered = last ? `The last state kept whole is ${older} older.` : 'No earlier state can be read.'
  const refusal = 'This shot can only be looked at: what is stored of it does not fit its form.'
  const readOnly: ReadOnly = {
    kind: 'unreadable',
    reason: `What is stored of it does not fit its form. ${left} ${offered}`,
    detail: opened.message,
    refusal,
    state: last?.state ?? null,
  }
  return { shot, production, revision, incarnation, readOnly }
}

const listed = (things: readonly string[]): string => {
  const [first, more] = [things.slice(0, 4).join(', '), things.length - 4]
  return more > 0 ? `${first} and ${more} more` : first
}

async function lastReadable(id: string): Promise<{ state: KeptState; shot: Shot } | null> {
  const { states } = await server.states(id)
  for (const state of states.filter(s => s.kind !== 'unreadable').slice(0, LOOKED_THROUGH)) {
    const opened = openShot((await server.state(id, state)).document)
    if (opened.ok) return { state, shot: opened.shot }
  }
  return null
}

/** A kept state, for looking at or to be restored. Throws ServerRefusal or ServerAway. */
export async function openState(id: string, name: StateName): Promise<Stored> {
  const { document, production, state } = await server.state(id, name)
  const shown = openWhatFits(document)
  if (!shown) throw new ServerRefusal(409, 'unreadable', 'This earlier state cannot be read.')
  const left = shown.left.length ? ` Shown without ${listed(shown.left)}.` : ''
  const readOnly: ReadOnly = {
    kind: 'state',
    reason: `An earlier state of the shot.${left}`,
    detail: '',
    refusal: 'This is an earlier state of the shot, to be looked at. Restore it to go on from here.',
    state,
  }
  return { shot: shown.shot, production, revision: state.revision, incarnation: '', readOnly }
}
