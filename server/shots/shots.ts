import { nanoid } from 'nanoid'
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { z } from 'zod'
import { colour, label, shotIdSchema } from '#core/basic'
import { pictureSchema, rateSchema } from '#core/document/document'
import type { Shot, StoredShot } from '#core/document'
import { assemble, fileHashes, makeShot, openShot, renamed, storeShot, strokeHashes } from '#core/document'
import { framesSchema, rate } from '#core/time'
import { models } from '../db/models'
import { Problem } from '../problems/problem'
import { requireFree } from './names'
import { keepState } from './states'
import { writeWhole } from './write'

export const newShotSchema = z.object({
  id: shotIdSchema,
  production: label,
  name: label,
  picture: pictureSchema,
  rate: rateSchema,
  paper: colour,
  length: framesSchema,
})

/** Keeps a new shot under its id. Asking twice with the same id gives the same shot. */
export async function createShot(db: Sequelize, draft: z.output<typeof newShotSchema>): Promise<{ id: string }> {
  const { id, production, ...rest } = draft
  return keepNamed(db, makeShot(id, { ...rest, rate: rate(rest.rate.num, rest.rate.den) }), production)
}

/** Keeps a shot as a new one where its name is free in the production; where it is not that is refused. */
const keepNamed = (db: Sequelize, shot: Shot, production: string): Promise<{ id: string }> =>
  db.transaction(async transaction => {
    const home = await productionCalled(db, production, `p-${shot.id}`, transaction)
    // One that is there by now was asked for twice.
    if (await models(db).ShotRow.findByPk(shot.id, { attributes: ['id'], transaction })) return { id: shot.id }
    await requireFree(db, { production: home, names: [shot.name] }, transaction)
    return keepShot(db, shot, production, transaction)
  })

/**
 * Stores a whole shot as a new one of a production (made when there is none of this name). Of several who store one under
 * the same id at the same time, one does.
 */
export async function keepShot(
  db: Sequelize,
  shot: Shot,
  production: string,
  outer?: Transaction,
): Promise<{ id: string }> {
  const { ShotStroke, ShotImage } = models(db)
  const work = async (transaction: Transaction) => {
    const home = await productionCalled(db, production, `p-${shot.id}`, transaction)
    const [made] = await db.query<{ id: string }>(
      `INSERT INTO shots (id, production_id, name, revision, schema, incarnation) VALUES ($1, $2, $3, 0, $4, $5)
       ON CONFLICT (id) DO NOTHING RETURNING id`,
      { bind: [shot.id, home, shot.name, shot.schema, nanoid(INCARNATION)], type: QueryTypes.SELECT, transaction },
    )
    if (!made) return { id: shot.id }
    await writeWhole(db, shot.id, shot, transaction)
    await keepState(db, { shotId: shot.id, revision: 0, kind: 'regular' }, storeShot(shot), transaction)
    await ShotStroke.bulkCreate(
      strokeHashes(shot).map(hash => ({ shotId: shot.id, hash })),
      { transaction },
    )
    await ShotImage.bulkCreate(
      fileHashes(shot).map(hash => ({ shotId: shot.id, hash })),
      { transaction },
    )
    return { id: shot.id }
  }
  return outer ? work(outer) : db.transaction(work)
}

/** Keeps a copy of a shot as a new one of the same production. Asking twice with the same id gives the same shot. */
export async function duplicateShot(
  db: Sequelize,
  from: string,
  { id, name }: { id: string; name: string },
): Promise<{ id: string }> {
  const { document, production } = await readShot(db, from)
  // In the newest form, checked as what is read is.
  return keepNamed(db, opened(renamed(opened(document), id, name)), production)
}

/** Puts a shot into another production, which is made where there is none of this name. */
export async function moveShot(db: Sequelize, id: string, production: string): Promise<void> {
  if (!(await setShots(db, { ids: [id], production }))) throw noShot()
}

/** What of some shots is set at once; what is not named stays. */
export interface SetShots {
  readonly ids: readonly string[]
  readonly production?: string
  readonly status?: string | null
  readonly deleted?: boolean
}

/**
 * Puts shots into another production, gives them a status, puts them into the bin or takes them out of it: all that are
 * there, or none where one is refused; how many.
 */
export const setShots = (db: Sequelize, { ids, production, status, deleted }: SetShots): Promise<number> =>
  db.transaction(async transaction => {
    const { ShotRow } = models(db)
    const where = { id: [...ids], ...(deleted === undefined ? { deletedAt: null } : {}) }
    let home: string | undefined
    if (production !== undefined) {
      home = await productionCalled(db, production, `p-${nanoid()}`, transaction)
      const moved = await ShotRow.findAll({ where: { ...where, productionId: { [Op.ne]: home } }, transaction })
      await requireFree(db, { production: home, names: moved.map(s => s.name) }, transaction)
    }
    const change = {
      ...(home === undefined ? {} : { productionId: home }),
      ...(status === undefined ? {} : { status }),
      ...(deleted === undefined ? {} : { deletedAt: deleted ? new Date() : null }),
    }
    const [count] = await ShotRow.update(change, { where, transaction })
    return count
  })

/** Characters of the name of an incarnation. */
const INCARNATION = 12

/**
 * The production of a name, held on to until the transaction ends, so that of several who put shots into it one does at a
 * time; made under the id given where there is none.
 */
export async function productionCalled(
  db: Sequelize,
  name: string,
  id: string,
  transaction: Transaction,
): Promise<string> {
  await db.query('INSERT INTO productions (id, name) VALUES ($1, $2) ON CONFLICT DO NOTHING', {
    bind: [id, name],
    transaction,
  })
  const [row] = await db.query<{ id: string }>('SELECT id FROM productions WHERE name = $1 FOR NO KEY UPDATE', {
    bind: [name],
    type: QueryTypes.SELECT,
    transaction,
  })
  if (row) return row.id
  // The id is that of another production: a shot of this id was made and deleted before.
  return productionCalled(db, name, `p-${nanoid()}`, transaction)
}

/** The row of a shot with its production; a problem where it is not there or is in the bin. */
export async function requireShot(db: Sequelize, id: string) {
  const { ShotRow, Production } = models(db)
  const row = await ShotRow.findByPk(id, { include: [{ model: Production, as: 'production' }] })
  if (!row || row.deletedAt) throw noShot()
  return row
}

export const noShot = (): Problem => new Problem(404, 'no-shot', 'There is no such shot. It may be in the bin.')

export interface StoredRow {
  readonly revision: number
  readonly incarnation: string
  readonly production: string
  readonly document: StoredShot
}

/** A stored shot with its revision, read in one statement so that they belong together. */
export async function readShot(db: Sequelize, id: string, transaction?: Transaction): Promise<StoredRow> {
  const { pieces: _, ...row } = await readPieces(db, id, transaction)
  return row
}

/** A stored shot with the texts of its pieces. */
export async function readPieces(
  db: Sequelize,
  id: string,
  transaction?: Transaction,
): Promise<StoredRow & { readonly pieces: ReadonlyMap<string, string> }> {
  const rows = await db.query<Omit<StoredRow, 'document'> & { path: string; body: string }>(
    `
    SELECT s.revision, s.incarnation, p.name AS production, x.path, x.body
    FROM shots s JOIN productions p ON p.id = s.production_id JOIN shot_pieces x ON x.shot_id = s.id
    WHERE s.id = $1 AND s.deleted_at IS NULL ORDER BY x.path COLLATE "C"`,
    { bind: [id], type: QueryTypes.SELECT, transaction },
  )
  if (!rows[0]) throw noShot()
  const { revision, incarnation, production } = rows[0]
  const pieces = new Map(rows.map(r => [r.path, r.body]))
  const document = assemble(Object.fromEntries([...pieces].map(([path, body]) => [path, JSON.parse(body) as unknown])))
  return { revision, incarnation, production, document, pieces }
}

/** What the pieces of a shot take as text; a problem where there is no such shot. */
export async function sizeOf(db: Sequelize, id: string): Promise<number> {
  const [row] = await db.query<{ size: string | null }>(
    'SELECT sum(octet_length(body)) AS size FROM shot_pieces WHERE shot_id = $1',
    { bind: [id], type: QueryTypes.SELECT },
  )
  if (!row?.size) throw noShot()
  return Number(row.size)
}

/** A stored shot with its revision, as JSON. */
export const shotText = async (db: Sequelize, id: string): Promise<string> => JSON.stringify(await readShot(db, id))

/** A stored shot read by the core; a problem where it cannot be. */
export function opened(document: StoredShot): Shot {
  const out = openShot(document)
  if (!out.ok) throw new Problem(409, 'unreadable', `The stored shot cannot be changed: ${out.message}`)
  return out.shot
}

/** Puts a shot into the bin. */
export async function putAway(db: Sequelize, id: string): Promise<void> {
  if (!(await setShots(db, { ids: [id], deleted: true }))) throw noShot()
}
