import type { Sequelize, Transaction } from 'sequelize'
import type { Command } from '#core/commands'
import type { Shot } from '#core/document'
import { changedPieces, piecesOf, SCHEMA } from '#core/document'
import { models } from '../db/models'
import type { Session } from '../db/prepared'
import { prepared } from '../db/prepared'
import { filesIn, hashesIn, textOf } from './journal'

/**
 * How a write is put: the lists it has besides, and how many pieces a single command changes (null where it is not that
 * simple).
 */
interface Form {
  readonly with: readonly (keyof typeof LISTS)[]
  readonly pieces: number | null
}

/** Up to this many pieces are written by plain values. */
const FEW = 6

const ONE_ENTRY = 'SELECT id, $7::integer, $8::text, $3, $9::text FROM made'
const ENTRIES = `SELECT made.id, x.r, x.i, $3, x.c
      FROM made, unnest($7::integer[], $8::text[], $9::text[]) AS x (r, i, c)`
const PIECES = 'SELECT made.id, x.p, x.b FROM made, unnest($10::text[], $11::text[]) AS x (p, b)'
/** The place of the first piece among the values. */
const FIRST = 10
/** Notes what the commands name, in a table of hashes, by a list that stands at a place among the values. */
const noting = (table: string) => (place: number) =>
  `INSERT INTO ${table} (shot_id, hash) SELECT made.id, unnest($${place}::text[]) FROM made ON CONFLICT DO NOTHING`
/** What is done with each list, which stands at a place among the values. */
const LISTS = {
  gone: (place: number) =>
    `DELETE FROM shot_pieces USING made WHERE shot_id = made.id AND path = ANY($${place}::text[])`,
  named: noting('shot_strokes'),
  pictured: noting('shot_images'),
}

/**
 * With lists only where there are any, and with plain values for the usual single command that changes a few pieces (a
 * column and those that follow it): each form is planned once for each connection. Lists cost half as much again as
 * plain values do.
 */
function writeStatement({ with: lists, pieces }: Form): { name: string; text: string } {
  const plain = pieces !== null
  const next = FIRST + (plain ? 2 * pieces : 2)
  const rows = Array.from(
    { length: pieces ?? 0 },
    (_, i) => `SELECT id, $${FIRST + 2 * i}::text, $${FIRST + 1 + 2 * i}::text FROM made`,
  )
  return {
    name: ['fintro-commit', ...lists, ...(plain ? [pieces] : [])].join('-'),
    text: `
    WITH made AS (
      UPDATE shots SET name = $2, schema = $3, revision = $4, updated_at = now()
      WHERE id = $1 AND revision = $5 AND incarnation = $6 AND deleted_at IS NULL RETURNING id
    ), kept AS (
      INSERT INTO journal (shot_id, revision, command_id, schema, command)
      ${plain ? ONE_ENTRY : ENTRIES}
    ), put AS (
      INSERT INTO shot_pieces (shot_id, path, body)
      ${plain ? rows.join(' UNION ALL ') : PIECES}
      ON CONFLICT (shot_id, path) DO UPDATE SET body = excluded.body
    )${lists.map((list, i) => `, ${list} AS (\n      ${LISTS[list](next + i)}\n    )`).join('')}
    SELECT id FROM made`,
  }
}

/** Where a shot's row has to stand for a write. */
export interface Standing {
  readonly shotId: string
  readonly revision: number
  readonly incarnation: string
}

/** The pieces that were written, with what each takes as text, and those that are gone. */
export interface Written {
  readonly put: ReadonlyMap<string, number>
  readonly gone: readonly string[]
}

/**
 * The journal, the pieces of the document that changed, and the strokes they name. Writes nothing, and gives null,
 * where the row does not stand there any more.
 */
export async function write(
  db: Sequelize,
  { shotId, revision: from, incarnation }: Standing,
  { before, after }: { before: Shot; after: Shot },
  applied: readonly Command[],
  transaction?: Transaction | Session,
): Promise<Written | null> {
  const { put, gone } = changedPieces(before, after)
  const paths = Object.keys(put)
  const bodies = paths.map(path => JSON.stringify(put[path]))
  const named = [...new Set(applied.flatMap(hashesIn))]
  const pictured = [...new Set(applied.flatMap(filesIn))]
  const single = applied.length === 1 && paths.length > 0 && paths.length <= FEW
  const lists = { gone, named, pictured }
  const form: Form = {
    with: (['gone', 'named', 'pictured'] as const).filter(l => lists[l].length),
    pieces: single ? paths.length : null,
  }
  const values = [
    shotId,
    after.name,
    SCHEMA,
    from + applied.length,
    from,
    incarnation,
    ...(single
      ? [from + 1, applied[0]!.id, textOf(applied[0]!), ...paths.flatMap((path, i) => [path, bodies[i]])]
      : [applied.map((_, i) => from + i + 1), applied.map(c => c.id), applied.map(textOf), paths, bodies]),
    ...form.with.map(list => lists[list]),
  ]
  const rows = await prepared(db, { ...writeStatement(form), values }, transaction)
  if (!rows) return null
  return { put: new Map(paths.map((path, i) => [path, bodies[i]!.length])), gone }
}

/** Pieces that are written at once, so that few of their texts are held. */
const BATCH = 500

/** All pieces of a document in the place of those that are stored; the row tells its form. */
export async function writeWhole(db: Sequelize, shotId: string, shot: Shot, transaction: Transaction): Promise<void> {
  const { ShotPiece, ShotRow } = models(db)
  await ShotPiece.destroy({ where: { shotId }, transaction })
  const pieces = Object.entries(piecesOf(shot))
  for (let at = 0; at < pieces.length; at += BATCH)
    await ShotPiece.bulkCreate(
      pieces.slice(at, at + BATCH).map(([path, value]) => ({ shotId, path, body: JSON.stringify(value) })),
      { transaction },
    )
  await ShotRow.update({ schema: shot.schema, name: shot.name }, { where: { id: shotId }, transaction })
}
