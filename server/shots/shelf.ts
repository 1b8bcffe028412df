import { nanoid } from 'nanoid'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { z } from 'zod'
import { freeName } from '#core/basic'
import type { Shelved, ShelfOriginal, ShelfPage, ShelfThing } from '#core/document'
import { equal, filesOnShelf, MOST_ON_SHELF, SCHEMA, strokesOnShelf, upgradedShelved } from '#core/document'
import type { keepBody, shelfQuery, thingBody } from '../http/forms'
import { isTaken } from '../db/faults'
import { Problem } from '../problems/problem'
import { noShot, productionCalled } from './shots'

interface Row extends Omit<ShelfThing, 'changedAt'> {
  readonly changedAt: Date
  readonly home: string
  readonly deleted: boolean
}
const FIELDS = `t.id, t.kind, t.name, t.version, t.changed_at AS "changedAt", p.name AS production, p.id AS home,
  t.deleted_at IS NOT NULL AS deleted`
const FROM = 'shelf t JOIN productions p ON p.id = t.production_id'

const noThing = () => new Problem(404, 'no-thing', 'There is no such thing on a shelf.')
const thingOf = ({ home: _home, deleted: _deleted, changedAt, ...thing }: Row): ShelfThing => ({
  ...thing,
  changedAt: changedAt.toISOString(),
})

/**
 * A page of a shelf, in the order of names: that of a production, by its name or by a shot in it, or things by their ids
 * wherever they are.
 */
export async function listShelf(db: Sequelize, query: z.output<typeof shelfQuery>): Promise<ShelfPage> {
  const { shot, production, id, kind, search, from, many } = query
  const where = ['t.deleted_at IS NULL']
  const bind: unknown[] = []
  const bound = (value: unknown): string => `$${bind.push(value)}`
  if (id.length) where.push(`t.id = ANY(${bound(id)}::text[])`)
  else if (production !== undefined) where.push(`p.name = ${bound(production)}`)
  else where.push(`p.id = (SELECT production_id FROM shots WHERE id = ${bound(shot ?? '')})`)
  if (kind) where.push(`t.kind = ${bound(kind)}`)
  for (const word of search.split(/\s+/).filter(Boolean))
    where.push(`strpos(t.plain_name, plain_text(${bound(word)})) > 0`)
  const rows = await db.query<Row & { total: number }>(
    `SELECT ${FIELDS}, count(*) OVER ()::integer AS total FROM ${FROM} WHERE ${where.join(' AND ')}
     ORDER BY t.name COLLATE counted, t.kind, t.id OFFSET ${bound(from)} LIMIT ${bound(many)}`,
    { bind, type: QueryTypes.SELECT },
  )
  const things = rows.map(({ total: _total, ...row }) => thingOf(row))
  const named = id.length ? null : (production ?? (await productionOf(db, shot ?? '')))
  return { production: named, total: rows[0]?.total ?? 0, from, things }
}

async function productionOf(db: Sequelize, shot: string): Promise<string | null> {
  const [row] = await db.query<{ name: string }>(
    'SELECT p.name FROM shots s JOIN productions p ON p.id = s.production_id WHERE s.id = $1',
    { bind: [shot], type: QueryTypes.SELECT },
  )
  return row?.name ?? null
}

/** A thing with what it is, in its newest version or another one. One in the bin is found, too: copies ask for it. */
export async function findThing(db: Sequelize, id: string, version?: number): Promise<ShelfOriginal> {
  const [row] = await db.query<Row & { body: string; schema: number; of: number }>(
    `SELECT ${FIELDS}, v.version AS of, v.schema, v.body FROM ${FROM}
     JOIN shelf_versions v ON v.thing_id = t.id AND v.version = coalesce($2, t.version) WHERE t.id = $1`,
    { bind: [id, version ?? null], type: QueryTypes.SELECT },
  )
  if (!row) throw noThing()
  const { body, schema, of, ...rest } = row
  return { ...thingOf(rest), of, content: upgradedShelved(JSON.parse(body), schema) }
}

/** The production that a shelf is of; it waits for others who change the same shelf. */
async function homeFor(
  db: Sequelize,
  { shot, production }: z.output<typeof keepBody>,
  transaction: Transaction,
): Promise<string> {
  if (production !== undefined) return productionCalled(db, production, `p-${nanoid()}`, transaction)
  const [row] = await db.query<{ id: string }>(
    'SELECT id FROM productions WHERE id = (SELECT production_id FROM shots WHERE id = $1) FOR NO KEY UPDATE',
    { bind: [shot ?? ''], type: QueryTypes.SELECT, transaction },
  )
  if (!row) throw noShot()
  return row.id
}

/** Puts something on a shelf by a name that is free there. Asked twice with one id it is there once. */
export async function keepThing(db: Sequelize, body: z.output<typeof keepBody>): Promise<{ version: number }> {
  const { id, name, content } = body
  const version = await db.transaction(async transaction => {
    const home = await homeFor(db, body, transaction)
    const known = await lockedThing(db, id, transaction)
    if (known) return known.version
    await requireFree(db, { home, kind: content.kind, name }, transaction)
    const [{ many } = { many: 0 }] = await db.query<{ many: number }>(
      'SELECT count(*)::integer AS many FROM shelf WHERE production_id = $1 AND deleted_at IS NULL',
      { bind: [home], type: QueryTypes.SELECT, transaction },
    )
    if (many >= MOST_ON_SHELF)
      throw new Problem(409, 'full', 'A shelf holds at most 1,000 things. Delete some that are not needed.')
    await db.query('INSERT INTO shelf (id, production_id, kind, name) VALUES ($1, $2, $3, $4)', {
      bind: [id, home, content.kind, name],
      transaction,
    })
    await putVersion(db, { id, version: 1, content }, transaction)
    return 1
  })
  return { version }
}

/** Changes a thing: its name, what it is (as its next version), whether it is in the bin. All of it, or nothing. */
export async function changeThing(
  db: Sequelize,
  id: string,
  { name, content, was, deleted }: z.output<typeof thingBody>,
): Promise<{ name: string; version: number }> {
  const work = async (transaction: Transaction) => {
    const row = await lockedThing(db, id, transaction)
    if (!row || (row.deleted && deleted === undefined)) throw noThing()
    const { home, kind } = row
    // What comes back may find its name taken by now.
    const free =
      deleted === false && row.deleted ? await freeThere(db, { home, kind, name: name ?? row.name }, transaction) : null
    const called = free ?? name ?? row.name
    if (free === null && name !== undefined && name !== row.name)
      await requireFree(db, { home, kind, name }, transaction)
    const next = content ? await nextVersion(db, row, { content, was }, transaction) : row.version
    await db.query(
      `UPDATE shelf SET name = $2, version = $3, deleted_at = CASE WHEN $4 THEN coalesce(deleted_at, now()) END,
         changed_at = CASE WHEN $3 = version THEN changed_at ELSE now() END WHERE id = $1`,
      { bind: [id, called, next, deleted ?? row.deleted], transaction },
    )
    return { name: called, version: next }
  }
  return db.transaction(work).catch((error: unknown) => {
    if (isTaken(error)) throw new Problem(409, 'name-taken', 'Something of this kind has this name by now.')
    throw error
  })
}

/** The thing as it is, held until the transaction ends; null where there is none. */
async function lockedThing(db: Sequelize, id: string, transaction: Transaction): Promise<Row | null> {
  const [row] = await db.query<Row>(`SELECT ${FIELDS} FROM ${FROM} WHERE t.id = $1 FOR UPDATE OF t`, {
    bind: [id],
    type: QueryTypes.SELECT,
    transaction,
  })
  return row ?? null
}

/** Keeps what a thing is from now on, and says which version that is. The same again is no version of its own. */
async function nextVersion(
  db: Sequelize,
  row: Row,
  { content, was }: { content: Shelved; was: number | undefined },
  transaction: Transaction,
): Promise<number> {
  if (content.kind !== row.kind) throw new Problem(409, 'other-kind', `“${row.name}” is of another kind.`)
  const [now] = await db.query<{ body: string }>(
    'SELECT body FROM shelf_versions WHERE thing_id = $1 AND version = $2',
    { bind: [row.id, row.version], type: QueryTypes.SELECT, transaction },
  )
  if (now && equal(JSON.parse(now.body), content)) return row.version
  if (was !== row.version)
    throw new Problem(
      409,
      'changed',
      `“${row.name}” was changed meanwhile: version ${row.version} is there. Nothing was changed.`,
    )
  const version = row.version + 1
  await putVersion(db, { id: row.id, version, content }, transaction)
  return version
}

async function putVersion(
  db: Sequelize,
  { id, version, content }: { id: string; version: number; content: Shelved },
  transaction: Transaction,
): Promise<void> {
  await db.query('INSERT INTO shelf_versions (thing_id, version, schema, body) VALUES ($1, $2, $3, $4)', {
    bind: [id, version, SCHEMA, JSON.stringify(content)],
    transaction,
  })
  await noteNamed(db, { id, of: 'strokes', hashes: strokesOnShelf(content) }, transaction)
  await noteNamed(db, { id, of: 'images', hashes: filesOnShelf(content) }, transaction)
}

/** Notes what a thing names, so that it is kept; refused where something of it is not there. */
async function noteNamed(
  db: Sequelize,
  { id, of, hashes }: { id: string; of: 'strokes' | 'images'; hashes: readonly string[] },
  transaction: Transaction,
): Promise<void> {
  if (!hashes.length) return
  const there = await db.query<{ hash: string }>(
    `SELECT hash FROM ${of} WHERE hash = ANY($1::text[]) ORDER BY hash FOR KEY SHARE`,
    { bind: [hashes], type: QueryTypes.SELECT, transaction },
  )
  if (there.length < hashes.length)
    throw new Problem(
      409,
      of === 'strokes' ? 'no-stroke' : 'no-image',
      `Something of it is not on this server: ${of === 'strokes' ? 'a stroke' : 'a picture'}. Nothing was changed.`,
    )
  await db.query(`INSERT INTO shelf_${of} (thing_id, hash) SELECT $1, unnest($2::text[]) ON CONFLICT DO NOTHING`, {
    bind: [id, hashes],
    transaction,
  })
}

interface Wanted {
  readonly home: string
  readonly kind: string
  readonly name: string
}
const namesOf = async (db: Sequelize, { home, kind }: Wanted, transaction: Transaction): Promise<Set<string>> => {
  const rows = await db.query<{ name: string }>(
    'SELECT name FROM shelf WHERE production_id = $1 AND kind = $2 AND deleted_at IS NULL',
    { bind: [home, kind], type: QueryTypes.SELECT, transaction },
  )
  return new Set(rows.map(r => r.name))
}
const freeThere = async (db: Sequelize, wanted: Wanted, transaction: Transaction): Promise<string> =>
  freeName(wanted.name, await namesOf(db, wanted, transaction))

async function requireFree(db: Sequelize, wanted: Wanted, transaction: Transaction): Promise<void> {
  const free = await freeThere(db, wanted, transaction)
  if (free === wanted.name) return
  throw new Problem(
    409,
    'name-taken',
    `“${wanted.name}” is on the shelf already. Nothing was changed. “${free}” is free.`,
  )
}
