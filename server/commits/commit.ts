import { EventEmitter } from 'node:events'
import { LRUCache } from 'lru-cache'
import type { Sequelize } from 'sequelize'
import { z } from 'zod'
import type { Command, Committed } from '#core/commands'
import { commandSchema } from '#core/commands'
import { isAway } from '../db/faults'
import { hasThreads, job } from '../jobs/pool'
import { announce } from '../live/events'
import { count } from '../watch/metrics'
import { forget, keptOf } from '../shots/documents'
import type { Hold } from '../shots/hold'
import { hold, isShared, letGo } from '../shots/hold'
import { isHeavyFor, LARGE } from '../shots/heavy'
import { Lines } from './lines'
import { EVERY } from '../shots/states'
import { sizeOf } from '../shots/shots'
import type { Turn } from '../shots/turns'
import { takeAndWrite } from '../shots/ways'

/** At most this many commands in one sending, and this many bytes. */
export const MAX_COMMANDS = 200
export const MAX_COMMIT_BYTES = 16 * 1024 * 1024

export const commitSchema = z.object({
  base: z.number().int().min(0).max(2_147_483_647),
  incarnation: z.string().max(24).optional(),
  commands: z
    .array(commandSchema)
    .min(1, 'It brings no command.')
    .max(MAX_COMMANDS, `At most ${MAX_COMMANDS} commands come at once: send them in several lots, none was done.`),
})

/** Says `due` with a shot's id when so much was done to it that a whole document is worth keeping. */
export const wholeStates = new EventEmitter<{ due: [shotId: string] }>()

const lines = new WeakMap<Sequelize, Lines<string, Turn, Committed, Hold>>()

/** Windows that send at the same time share one writing; so many commands of theirs at most. */
const linesOf = (db: Sequelize): Lines<string, Turn, Committed, Hold> => {
  const known = lines.get(db)
  if (known) return known
  const fresh = new Lines<string, Turn, Committed, Hold>(
    (shotId, turns, hold) => commitTurns(db, shotId, turns, hold),
    (turns, next) => turns.reduce((sum, t) => sum + t.commands.length, next.commands.length) <= MAX_COMMANDS,
    isAway,
    // Where that fails the usual way is gone, and tells what is wrong.
    shotId => (isShared(shotId) ? hold(db, shotId).catch(() => null) : null),
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

async function commitTurns(
  db: Sequelize,
  shotId: string,
  turns: readonly Turn[],
  held: Hold | null,
): Promise<readonly Committed[]> {
  const elsewhere = hasThreads() && (await isHeavy(db, shotId, turns, held))
  if (elsewhere && held) await letGo(held.session)
  const { answers, at, made, way, size } = elsewhere
    ? await job('shot.commit', { id: shotId, turns })
    : await takeAndWrite(db, shotId, turns, held)
  sizes.set(shotId, size)
  const { revision } = at
  if (made) announce(db, shotId, at)
  count.commands.inc({ outcome: 'applied', way }, made)
  count.commands.inc({ outcome: 'refused', way }, refusedIn(answers))
  if (Math.floor(revision / EVERY) > Math.floor((revision - made) / EVERY)) wholeStates.emit('due', shotId)
  return answers
}

const refusedIn = (answers: readonly Committed[]): number =>
  answers.reduce((sum, a) => sum + a.outcomes.filter(o => o.status === 'refused').length, 0)

/** What shots take as text, as far as it is known here. */
const sizes = new LRUCache<string, number>({ max: 10_000 })

/**
 * True for turns that would keep this thread: on a large shot, or with much to be done at once. They are done in another
 * one, which keeps the documents it works on; what is kept here of the shot is forgotten, as it would have to catch up.
 */
async function isHeavy(db: Sequelize, shotId: string, turns: readonly Turn[], held: Hold | null): Promise<boolean> {
  // Nothing is asked of the database while a row is held: that could fail, and wait for connections that others hold.
  const kept = held?.kept ?? keptOf(shotId)
  const size = kept?.size ?? sizes.get(shotId) ?? (await sizeOf(db, shotId))
  const heavy =
    size > LARGE ||
    isHeavyFor(
      turns.flatMap(t => t.commands),
      size,
    )
  if (heavy && kept) forget(shotId)
  return heavy
}
