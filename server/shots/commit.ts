import { EventEmitter } from 'node:events'
import { LRUCache } from 'lru-cache'
import type { Sequelize } from 'sequelize'
import { z } from 'zod'
import type { Command, Committed } from '#core/commands'
import { commandSchema } from '#core/commands'
import { isDatabaseAway, isTaken } from '../db/faults'
import { announce } from '../live/events'
import { count } from '../watch/metrics'
import { followed, keep, keptOf, missedSince } from './documents'
import { filesIn, hashesIn } from './journal'
import { Lines } from './lines'
import type { Done } from './locked'
import { catchUp, commitLocked, writeTaken } from './locked'
import { EVERY } from './states'
import type { Start, Turn } from './turns'
import { takeTurns } from './turns'

/** At most this many commands in one sending, and this many bytes. */
export const MAX_COMMANDS = 200
export const MAX_COMMIT_BYTES = 16 * 1024 * 1024

export const commitSchema = z.object({
  base: z.number().int().min(0).max(2_147_483_647),
  incarnation: z.string().max(24).optional(),
  commands: z.array(commandSchema).min(1).max(MAX_COMMANDS),
})

/** Says `due` with a shot's id when so much was done to it that a whole document is worth keeping. */
export const wholeStates = new EventEmitter<{ due: [shotId: string] }>()

const lines = new WeakMap<Sequelize, Lines<string, Turn, Committed>>()

/** Windows that send at the same time share one writing; so many commands of theirs at most. */
const linesOf = (db: Sequelize): Lines<string, Turn, Committed> => {
  const known = lines.get(db)
  if (known) return known
  const fresh = new Lines<string, Turn, Committed>(
    (shotId, turns) => commitTurns(db, shotId, turns),
    (turns, next) => turns.reduce((sum, t) => sum + t.commands.length, next.commands.length) <= MAX_COMMANDS,
    isDatabaseAway,
  )
  lines.set(db, fresh)
  return fresh
}

/**
 * Applies commands to a shot in one transaction: all that fit are kept, each under the next revision, and the others are
 * refused one by one. A command that is in the journal already is told as applied and not done again. What the sender has
 * not seen since `base` comes back with it.
 */
export const commit = (
  db: Sequelize,
  shotId: string,
  base: number,
  commands: readonly Command[],
  incarnation: string | null = null,
): Promise<Committed> => linesOf(db).take(shotId, { base, incarnation, commands })

async function commitTurns(db: Sequelize, shotId: string, turns: readonly Turn[]): Promise<readonly Committed[]> {
  const short = await commitShortly(db, shotId, turns)
  const { answers, kept, made } = short ?? (await commitLocked(db, shotId, turns))
  const { revision, incarnation } = kept
  if (made) announce(db, shotId, { revision, incarnation })
  const way = short ? 'short' : 'long'
  count.commands.inc({ outcome: 'applied', way }, made)
  count.commands.inc({ outcome: 'refused', way }, refusedIn(answers))
  if (Math.floor(revision / EVERY) > Math.floor((revision - made) / EVERY)) wholeStates.emit('due', shotId)
  return answers
}

const refusedIn = (answers: readonly Committed[]): number =>
  answers.reduce((sum, a) => sum + a.outcomes.filter(o => o.status === 'refused').length, 0)

/** Another server writes as often as we do: so many times the short way is tried before the row is locked. */
const TRIES = 4

/** The short way, again with what another server wrote meanwhile; null where it does not lead there. */
async function commitShortly(db: Sequelize, shotId: string, turns: readonly Turn[]): Promise<Done | null> {
  const shared = (overtaken.get(shotId) ?? 0) > performance.now()
  for (let i = 0; i < TRIES; i++) {
    // Where others write as well it costs less to look first than to write in vain.
    if ((shared || i) && !(await catchUp(db, shotId))) return null
    const done = await commitOnKept(db, shotId, turns)
    if (done !== 'overtaken') return done
    overtaken.set(shotId, performance.now() + SHARED_MS)
  }
  return null
}

/** A shot that another server wrote to is taken for shared so long. */
const SHARED_MS = 2000
/** Until when shots are taken for shared. */
const overtaken = new LRUCache<string, number>({ max: 10_000 })

/**
 * The short way for the usual case: the senders are at (or a little behind) the revision whose document is at hand, and
 * everything fits. One statement, itself a transaction, writes it if the row is still at that revision; `overtaken` where
 * it is not. Null where anything else is otherwise.
 */
async function commitOnKept(db: Sequelize, shotId: string, turns: readonly Turn[]): Promise<Done | 'overtaken' | null> {
  const kept = keptOf(shotId)
  if (!kept || turns.some(t => t.incarnation !== null && t.incarnation !== kept.incarnation)) return null
  if (turns.some(t => t.commands.some(c => hashesIn(c).length || filesIn(c).length))) return null
  const tail = new Map(kept.tail.map(e => [e.command.id, e.revision]))
  const start: Start = {
    revision: kept.revision,
    shot: kept.shot,
    missed: base => missedSince(kept, base),
    known: id => tail.get(id),
    mayNot: () => null,
  }
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
