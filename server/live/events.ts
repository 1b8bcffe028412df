import pg from 'pg'
import { QueryTypes, type Sequelize } from 'sequelize'
import { database, listenAddress } from '../db/connection'
import { log } from '../watch/log'

/** What a shot is at: a revision of one incarnation. A shot that was put back under its id is another incarnation. */
export interface At {
  readonly revision: number
  readonly incarnation: string
}
type Listener = (at: At) => void

const heard = new Map<string, Set<Listener>>()
let listening: Promise<void> | null = null
let client: pg.Client | null = null
let stopped = false

const RETRY_MS = 1000
const PATIENCE_MS = 5000
/** Looks up what all listeners listen to so often: heals an announcement that was lost. */
const LOOK_MS = 15_000
const CHANNEL = 'fintro_revision'

function hear(shot: string, at: At): void {
  for (const call of heard.get(shot) ?? []) call(at)
}

/** Listens to the revisions that any server announces, on one connection; comes back by itself when it is lost. */
async function listen(): Promise<void> {
  const c = new pg.Client({
    connectionString: listenAddress(),
    connectionTimeoutMillis: PATIENCE_MS,
    query_timeout: PATIENCE_MS,
    keepAlive: true,
  })
  client = c
  c.on('notification', ({ payload }) => {
    const [shot, revision, incarnation = ''] = (payload ?? '').split(' ')
    if (shot) hear(shot, { revision: Number(revision), incarnation })
  })
  c.on('error', () => c.end().catch(() => {}))
  c.on('end', () => {
    listening = null
    again()
  })
  await c.connect()
  await c.query(`LISTEN ${CHANNEL}`)
}

function again(): void {
  if (!stopped && heard.size) setTimeout(() => void ensure(), RETRY_MS).unref()
}

function ensure(): Promise<void> {
  listening ??= listen().catch((error: Error) => {
    log.debug({ fault: error.message }, 'not listening')
    client?.end().catch(() => {})
    listening = null
    again()
  })
  return listening
}

/** Revisions that other servers have not been told yet, by shot. */
const untold = new Map<string, At>()
const TELL_MS = 100

/**
 * Tells a new revision: to the windows of this server at once, to other servers within a moment, many in one. Should this
 * server end before it has told them, they find out at their next look.
 */
export function announce(db: Sequelize, shotId: string, at: At): void {
  hear(shotId, at)
  if (!untold.size) setTimeout(() => void tellOthers(db), TELL_MS).unref()
  untold.set(shotId, at)
}

async function tellOthers(db: Sequelize): Promise<void> {
  const payloads = [...untold].map(([shot, { revision, incarnation }]) => `${shot} ${revision} ${incarnation}`)
  untold.clear()
  await db.query(`SELECT pg_notify('${CHANNEL}', x) FROM unnest($1::text[]) AS x`, { bind: [payloads] }).catch(() => {})
}

/** Where shots are now, by id; those that are not there are left out. */
export async function whereNow(db: Sequelize, ids: readonly string[]): Promise<Map<string, At>> {
  const rows = await db.query<At & { id: string }>('SELECT id, revision, incarnation FROM shots WHERE id = ANY($1)', {
    bind: [ids],
    type: QueryTypes.SELECT,
  })
  return new Map(rows.map(({ id, revision, incarnation }) => [id, { revision, incarnation }]))
}

let looking: NodeJS.Timeout | null = null
async function look(): Promise<void> {
  if (!heard.size) return
  const now = await whereNow(database(), [...heard.keys()]).catch(() => new Map<string, At>())
  for (const [shot, at] of now) hear(shot, at)
}

/**
 * Calls back with each new revision of a shot, until the returned function is called. Waits until other servers are
 * heard, but not long: without them the next look tells.
 */
export async function onRevision(shotId: string, call: Listener): Promise<() => void> {
  const calls = heard.get(shotId) ?? new Set()
  heard.set(shotId, calls.add(call))
  looking ??= setInterval(() => void look(), LOOK_MS).unref()
  await Promise.race([ensure(), new Promise(r => setTimeout(r, RETRY_MS).unref())])
  return () => {
    calls.delete(call)
    if (!calls.size && heard.get(shotId) === calls) heard.delete(shotId)
  }
}

export async function stopListening(): Promise<void> {
  stopped = true
  if (looking) clearInterval(looking)
  await client?.end().catch(() => {})
}
