import { createHash } from 'node:crypto'
import type { Sequelize, Transaction } from 'sequelize'
import { z } from 'zod'
import type { Stroke } from '#core/stroke'
import { packStroke, strokeSchema, strokeText, tidy, unpackStroke } from '#core/stroke'
import { models } from '../db/models'
import { plainJson } from '../problems/json'
import { parsed } from '../problems/problem'

export const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex')

/**
 * Keeps strokes by the hash of their content and gives the hashes in the same order. Keeping one twice makes it young
 * again, so that cleaning leaves it until a command names it.
 */
export async function keepStrokes(
  db: Sequelize,
  strokes: readonly Stroke[],
  transaction?: Transaction,
): Promise<string[]> {
  const rows = strokes.map(s => {
    const kept = tidy(s)
    return { hash: hashOf(strokeText(kept)), body: packStroke(kept) }
  })
  const [hashes, bodies] = [rows.map(r => r.hash), rows.map(r => r.body)]
  await db.query(
    `INSERT INTO strokes (hash, body) SELECT DISTINCT ON (h) h, b FROM unnest($1::text[], $2::text[]) AS x (h, b) ORDER BY h
     ON CONFLICT (hash) DO UPDATE SET stored_at = now() WHERE strokes.stored_at < now() - interval '1 hour'`,
    { bind: [hashes, bodies], transaction },
  )
  return rows.map(r => r.hash)
}

export const sentSchema = z.object({ strokes: z.array(strokeSchema).min(1).max(500) })

/** Keeps the strokes of a request, `{ strokes }` as JSON, and gives their hashes. */
export const keepStrokesIn = async (db: Sequelize, bytes: Buffer): Promise<{ hashes: string[] }> => ({
  hashes: await keepStrokes(db, parsed(sentSchema, plainJson(bytes)).strokes),
})

/** The strokes with these hashes, as far as they are kept. */
export async function findStrokes(db: Sequelize, hashes: readonly string[]): Promise<Record<string, Stroke>> {
  const rows = await models(db).StrokeRow.findAll({ where: { hash: [...hashes] } })
  return Object.fromEntries(rows.map(r => [r.hash, unpackStroke(r.body)]))
}
