import type { Sequelize } from 'sequelize'
import type { Committed } from '#core/commands'
import { isTaken } from '../db/faults'
import type { At } from '../live/events'
import { followed, keep, keptOf } from './documents'
import type { Hold } from './hold'
import { commitHeld, isShared, share } from './hold'
import type { Done } from './locked'
import { catchUp, commitLocked, writeTaken } from './locked'
import type { Turn } from './turns'
import { startOn, takeTurns } from './turns'

/** What became of turns, as plain data. */
export interface Served {
  readonly answers: readonly Committed[]
  readonly at: At
  /** How many changes were made. */
  readonly made: number
  readonly way: 'short' | 'long'
  /** What the document takes as text. */
  readonly size: number
}

/** Applies turns to a shot and writes them: the short way where it leads there, else the long one. */
export async function takeAndWrite(
  db: Sequelize,
  shotId: string,
  turns: readonly Turn[],
  hold: Hold | null = null,
): Promise<Served> {
  const short = hold ? await commitHeld(db, shotId, hold, turns) : await commitShortly(db, shotId, turns)
  const { answers, kept, made } = short ?? (await commitLocked(db, shotId, turns))
  const { revision, incarnation, size } = kept
  return { answers, at: { revision, incarnation }, made, way: short ? 'short' : 'long', size }
}

/** Another server writes as often as we do: so many times the short way is tried before the row is locked. */
const TRIES = 4

/** The short way, again with what another server wrote meanwhile; null where it does not lead there. */
async function commitShortly(db: Sequelize, shotId: string, turns: readonly Turn[]): Promise<Done | null> {
  const shared = isShared(shotId)
  for (let i = 0; i < TRIES; i++) {
    // Where others write as well it costs less to look first than to write in vain.
    if ((shared || i) && !(await catchUp(db, shotId))) return null
    const done = await commitOnKept(db, shotId, turns)
    if (done !== 'overtaken') return done
    share(shotId)
  }
  return null
}

/**
 * The short way for the usual case: the senders are at (or a little behind) the revision whose document is at hand, and
 * everything fits. One statement, itself a transaction, writes it if the row is still at that revision; `overtaken` where
 * it is not. Null where anything else is otherwise.
 */
async function commitOnKept(db: Sequelize, shotId: string, turns: readonly Turn[]): Promise<Done | 'overtaken' | null> {
  const kept = keptOf(shotId)
  const start = kept && startOn(kept, turns)
  if (!start) return null
  const taken = await takeTurns(start, turns, 'all-fit')
  // Where nothing is to be written nothing tells whether the document at hand is the newest.
  if (!taken?.entries.length) return null
  const written = await writeTaken(db, shotId, kept, taken).catch((error: unknown) => {
    // A command that is known already: the long way tells which.
    if (isTaken(error)) return 'known' as const
    throw error
  })
  if (written === 'known') return null
  if (!written) return 'overtaken'
  const now = followed(kept, taken.shot, taken.entries, written)
  keep(shotId, now)
  return { answers: taken.answers, kept: now, made: taken.entries.length }
}
