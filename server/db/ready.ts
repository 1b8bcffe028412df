import { Problem } from '../problems/problem'
import { log } from '../watch/log'
import { connect, database, databaseUrl } from './connection'
import { databaseProblem, isDatabaseAway } from './faults'
import { LaterDatabase, migrate } from './migrate'

/** Whether the database can be worked with: not yet, yes, or never by this program. */
type State = { readonly kind: 'waiting' | 'refused'; readonly why: string } | { readonly kind: 'ready' }
let state: State = { kind: 'waiting', why: 'Fintro has only just started.' }
let ended = false

const RETRY_MS = [250, 500, 1000, 2000, 5000]

/** Brings the database up to date, and waits for one that does not answer, however long. */
export async function bringUp(): Promise<void> {
  let told = ''
  for (let tries = 0; !ended; tries++) {
    try {
      const db = connect(databaseUrl(), { connections: 4, timed: false })
      await migrate(db).finally(() => db.close().catch(() => {}))
      state = { kind: 'ready' }
      log.info('the database is up to date')
      return
    } catch (error) {
      const { message } = error as Error
      if (error instanceof LaterDatabase) {
        state = { kind: 'refused', why: message }
        log.fatal({ fault: message }, 'the database cannot be used')
        return
      }
      // A wrong password, a database that is not made yet: whoever runs this can mend it while we wait.
      const why = isDatabaseAway(error) ? 'does not answer yet' : 'cannot be used yet; the log of the server says why'
      state = { kind: 'waiting', why: `The database ${why}.` }
      if (message !== told) log.warn({ fault: message }, 'waiting for the database')
      told = message
      await new Promise(r => setTimeout(r, RETRY_MS[Math.min(tries, RETRY_MS.length - 1)]).unref())
    }
  }
}

export const stopBringingUp = (): void => void (ended = true)

/** Why nothing that needs the database can be done at the moment; null where it can. */
export function notReady(): Problem | null {
  return state.kind === 'ready'
    ? null
    : new Problem(503, state.kind === 'refused' ? 'other-database' : 'no-database', state.why, undefined, {
        'retry-after': '2',
      })
}

/** Asks the database, now. A problem where it does not answer or cannot be used. */
export async function requireReady(): Promise<void> {
  const refused = notReady()
  if (refused) throw refused
  await database()
    .query('SELECT 1')
    .catch((error: unknown) => {
      throw databaseProblem(error) ?? error
    })
}
