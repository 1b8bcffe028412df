import { createHash } from 'node:crypto'
import type { Sequelize, Transaction } from 'sequelize'
import type { Stroke } from '#core/stroke'
import { strokeText, tidy } from '#core/stroke'
import { models } from '../db/models'

export const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex')

/** Keeps strokes by the hash of their content and gives the hashes in the same order. Keeping one twice changes nothing. */
export async function keepStrokes(db: Sequelize, strokes: readonly Stroke[], transaction?: Transaction): Promise<string[]> {
  const rows = strokes.map((s) => {
    const body = strokeText(tidy(s))
    return { hash: hashOf(body), body }
  })
  await models(db).StrokeRow.bulkCreate(rows, { ignoreDuplicates: true, transaction })
  return rows.map(r => r.hash)
}

/** The strokes with these hashes, as far as they are kept. */
export async function findStrokes(db: Sequelize, hashes: readonly string[]): Promise<Record<string, Stroke>> {
  const rows = await models(db).StrokeRow.findAll({ where: { hash: [...hashes] } })
  return Object.fromEntries(rows.map(r => [r.hash, JSON.parse(r.body) as Stroke]))
}

/** All strokes that a shot or its journal names. */
export async function strokesOfShot(db: Sequelize, shotId: string): Promise<Record<string, Stroke>> {
  const rows = await models(db).ShotStroke.findAll({ where: { shotId }, attributes: ['hash'] })
  return findStrokes(db, rows.map(r => r.hash))
}
