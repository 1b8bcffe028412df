import { LRUCache } from 'lru-cache'
import type { Sequelize } from 'sequelize'
import { isTaken } from '../db/faults'
import type { Session } from '../db/prepared'
import { begin } from '../db/prepared'
import type { Kept } from './documents'
import { followed, keep, keptOf } from './documents'
import { entryOf } from './journal'
import type { Done } from './locked'
import { caughtUpWith, writeTaken } from './locked'
import type { Taken, Turn } from './turns'
import { startOn, takeTurns } from './turns'
import type { Written } from './write'

/** A shot that another server wrote to is taken for shared so long. */
const SHARED_MS = 2000
/** Until when shots are taken for shared. */
const overtaken = new LRUCache<string, number>({ max: 10_000 })
/** True for a shot that another server wrote to a moment ago. */
export const isShared = (shotId: string): boolean => (overtaken.get(shotId) ?? 0) > performance.now()
/** Takes a shot for shared for a while. */
export const share = (shotId: string) => overtaken.set(shotId, performance.now() + SHARED_MS)

/** A shot whose row is locked, with its newest document. It has to be ended: by `commitHeld` or by `letGo`. */
export interface Hold {
  readonly kept: Kept
  readonly session: Session
}

const ID = /^[\w-]{1,64}$/

/**
 * Locks a shot's row and brings the kept document to where it stands, with one question to the database. For shots that
 * other servers write to as well: who waits for the row lets more windows come into the line meanwhile, and nobody
 * writes in vain. Null, with nothing locked, where there is no document at hand that the journal leads on from.
 */
export async function hold(db: Sequelize, shotId: string): Promise<Hold | null> {
  const held = keptOf(shotId)
  if (!held || !ID.test(shotId)) return null
  // Each statement sees what is there when it begins: the second one what was written while the first waited.
  const session = await begin(db, [
    `SELECT revision, incarnation FROM shots WHERE id = '${shotId}' AND deleted_at IS NULL FOR UPDATE`,
    `SELECT revision, command FROM journal WHERE shot_id = '${shotId}' AND revision > ${held.revision} ORDER BY revision`,
  ])
  try {
    const [[head], news] = session.found as [{ revision: number; incarnation: string }[], Row[]]
    const same = head?.incarnation === held.incarnation
    const kept = same ? await caughtUpWith(held, news.map(entryOf), head.revision) : null
    if (!kept) {
      await letGo(session)
      return null
    }
    if (news.length) share(shotId)
    keep(shotId, kept)
    return { kept, session }
  } catch (error) {
    await letGo(session)
    throw error
  }
}

/** A change as the journal stores it. */
interface Row {
  readonly revision: number
  readonly command: string
}

/** Ends a hold without a change. */
export const letGo = (session: Session): Promise<void> => session.end('ROLLBACK').catch(() => undefined)

/** Applies turns to the document that is held and writes them; null, with nothing held any more, where not all fit. */
export async function commitHeld(
  db: Sequelize,
  shotId: string,
  { kept, session }: Hold,
  turns: readonly Turn[],
): Promise<Done | null> {
  let taken: Taken | null, written: Written | null
  try {
    const start = startOn(kept, turns)
    taken = start && (await takeTurns(start, turns, 'all-fit'))
    written = taken?.entries.length ? await writeTaken(db, shotId, kept, taken, session) : null
  } catch (error) {
    await letGo(session)
    // A command that is known already: the long way tells which.
    if (isTaken(error)) return null
    throw error
  }
  if (!taken || !written) {
    await letGo(session)
    return null
  }
  await session.end('COMMIT')
  const now = followed(kept, taken.shot, taken.entries, written)
  keep(shotId, now)
  return { answers: taken.answers, kept: now, made: taken.entries.length }
}
