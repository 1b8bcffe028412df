import { EventEmitter } from 'node:events'
import pg from 'pg'
import type { Sequelize } from 'sequelize'
import { databaseUrl } from '../db/connection'

const heard = new EventEmitter()
heard.setMaxListeners(0)
let listening: Promise<void> | null = null
let client: pg.Client | null = null
let stopped = false

const RETRY_MS = 1000

/** Listens to the revisions that any server announces, on one connection; comes back by itself when it is lost. */
async function listen(): Promise<void> {
  const c = new pg.Client({ connectionString: databaseUrl() })
  client = c
  c.on('notification', ({ payload }) => {
    const [shot, revision] = (payload ?? '').split(' ')
    if (shot) heard.emit(shot, Number(revision))
  })
  c.on('error', () => c.end().catch(() => {}))
  c.on('end', () => {
    listening = null
    if (!stopped && heard.eventNames().length) setTimeout(() => void ensure(), RETRY_MS).unref()
  })
  await c.connect()
  await c.query('LISTEN fintro_revision')
}

function ensure(): Promise<void> {
  listening ??= listen().catch(() => {
    listening = null
    setTimeout(() => void ensure(), RETRY_MS).unref()
  })
  return listening
}

/** Revisions that other servers have not been told yet, by shot. */
const untold = new Map<string, number>()
const TELL_MS = 100

/**
 * Tells a new revision: to the windows of this server at once, to other servers within a moment, many in one. Should this
 * server end before it has told them, they find out at their next look (see the events route).
 */
export function announce(db: Sequelize, shotId: string, revision: number): void {
  heard.emit(shotId, revision)
  if (!untold.size) setTimeout(() => void tellOthers(db), TELL_MS).unref()
  untold.set(shotId, revision)
}

async function tellOthers(db: Sequelize): Promise<void> {
  const payloads = [...untold].map(([shot, revision]) => `${shot} ${revision}`)
  untold.clear()
  await db
    .query("SELECT pg_notify('fintro_revision', x) FROM unnest($1::text[]) AS x", { bind: [payloads] })
    .catch(() => {})
}

/** Calls back with each new revision of a shot, until the returned function is called. */
export async function onRevision(shotId: string, call: (revision: number) => void): Promise<() => void> {
  heard.on(shotId, call)
  await ensure()
  return () => heard.off(shotId, call)
}

export async function stopListening(): Promise<void> {
  stopped = true
  await client?.end().catch(() => {})
}
