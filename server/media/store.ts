import type { Sequelize, Transaction } from 'sequelize'
import { QueryTypes } from 'sequelize'
import { createStorage, defineDriver } from 'unstorage'
import type { Storage } from 'unstorage'
import s3 from 'unstorage/drivers/s3'
import { Problem } from '../problems/problem'
import { settings } from '../settings/settings'
import { log } from '../watch/log'

/** Where bytes are kept: in PostgreSQL, or in a store of objects that speaks S3. */
export type Place = 'database' | 's3'

/** A store that does not answer in this time is given up; the largest picture has to come or go in it. */
const PATIENCE_MS = 15_000

/** The name of a picture's bytes in any place. */
export const imageKey = (hash: string): string => `images:${hash}`

interface Options {
  readonly transaction?: Transaction
}

/** Nitro's storage layer over the rows of pictures, which are there before their bytes are. */
const postgres = defineDriver((db: Sequelize) => {
  const hashOf = (key: string): string => key.slice(key.lastIndexOf(':') + 1)
  return {
    name: 'fintro-postgresql',
    hasItem: async key => (await bytesIn(db, hashOf(key))) !== null,
    getItem: async key => bytesIn(db, hashOf(key)),
    getItemRaw: async key => bytesIn(db, hashOf(key)),
    setItemRaw: async (key, bytes: Buffer, { transaction }: Options = {}) => {
      await db.query(`UPDATE images SET body = $2, place = 'database' WHERE hash = $1`, {
        bind: [hashOf(key), bytes],
        transaction,
      })
    },
    // They go with their row.
    removeItem: async () => {},
    getKeys: async () => {
      const rows = await db.query<{ hash: string }>(`SELECT hash FROM images WHERE place = 'database'`, {
        type: QueryTypes.SELECT,
      })
      return rows.map(r => imageKey(r.hash))
    },
  }
})

async function bytesIn(db: Sequelize, hash: string): Promise<Buffer | null> {
  const [row] = await db.query<{ body: Buffer | null }>('SELECT body FROM images WHERE hash = $1', {
    bind: [hash],
    type: QueryTypes.SELECT,
  })
  return row?.body ?? null
}

const stores = new WeakMap<Sequelize, Storage>()
let objects: Storage | null = null

function storage(db: Sequelize, place: Place): Storage {
  if (place === 's3') return (objects ??= createStorage({ driver: s3(objectStore()) }))
  const known = stores.get(db)
  if (known) return known
  const fresh = createStorage({ driver: postgres(db) })
  stores.set(db, fresh)
  return fresh
}

function objectStore() {
  const { s3: at } = settings().media
  if (!at) throw new Problem(503, 'no-store', 'Some pictures are in a store of objects, and this server knows of none.')
  return { ...at, bulkDelete: false }
}

/** Where new bytes go. */
export const placeForNew = (): Place => (settings().media.s3 ? 's3' : 'database')

/** The bytes under a key, null where there are none. Throws Problem where the store does not answer. */
export async function bytesAt(db: Sequelize, place: Place, key: string): Promise<Buffer | null> {
  const raw = await patiently(place, storage(db, place).getItemRaw<ArrayBuffer | Uint8Array>(key))
  return raw ? Buffer.from(raw as ArrayBuffer) : null
}

/** Puts bytes under a key; in the database into their row, which is there. */
export async function putBytes(
  db: Sequelize,
  place: Place,
  key: string,
  bytes: Buffer,
  transaction?: Transaction,
): Promise<void> {
  await patiently(place, storage(db, place).setItemRaw(key, bytes, { transaction } satisfies Options))
}

/** Takes the bytes under a key away; nothing happens where there are none, which some stores would call a fault. */
export async function removeBytes(db: Sequelize, place: Place, key: string): Promise<void> {
  const store = storage(db, place)
  await patiently(
    place,
    store.hasItem(key).then(there => (there ? store.removeItem(key) : undefined)),
  )
}

/** Waits for a store of objects for a while; the database has time limits of its own. */
async function patiently<T>(place: Place, work: Promise<T>): Promise<T> {
  if (place === 'database') return work
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => fail(new Error('The store of objects did not answer in time.')), PATIENCE_MS)
  })
  try {
    return await Promise.race([work, late])
  } catch (error) {
    // What it says of itself is for those who run it.
    log.warn({ fault: (error as Error).message }, 'the store of objects failed')
    throw new Problem(503, 'no-store', 'The store of the pictures does not answer. Try again later.', undefined, {
      'retry-after': '5',
    })
  } finally {
    clearTimeout(timer)
  }
}
