import { createHash } from 'node:crypto'
import type { Sequelize, Transaction } from 'sequelize'
import type { Stroke } from '#core/stroke'
import { packStroke, strokeText, tidy, unpackStroke } from '#core/stroke'
import { models } from '../db/models'

export const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex')

/**
 * Keeps strokes by the hash of their content and gives the hashes in the same order. Keeping one twice changes nothing.
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
  await models(db).StrokeRow.bulkCreate(rows, { ignoreDuplicates: true, transaction })
  return rows.map(r => r.hash)
}

/** The strokes with these hashes, as far as they are kept. */
export async function findStrokes(db: Sequelize, hashes: readonly string[]): Promise<Record<string, Stroke>> {
  const rows = await models(db).StrokeRow.findAll({ where: { hash: [...hashes] } })
  return Object.fromEntries(rows.map(r => [r.hash, unpackStroke(r.body)]))
}
