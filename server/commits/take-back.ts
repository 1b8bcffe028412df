import { nanoid } from 'nanoid'
import { Op, type Sequelize } from 'sequelize'
import { freeName } from '#core/basic'
import type { Command } from '#core/commands'
import { SCHEMA } from '#core/document'
import { models } from '../db/models'
import { Problem } from '../problems/problem'
import { namesIn } from '../shots/names'
import { noShot, setShots } from '../shots/shots'
import { commit } from './commit'

/** Takes shots out of the bin, those of them that are in it; how many. */
export async function takeAllBack(db: Sequelize, ids: readonly string[]): Promise<number> {
  const rows = await models(db).ShotRow.findAll({ where: { id: [...ids], deletedAt: { [Op.ne]: null } } })
  for (const { id } of rows) await takeBack(db, id)
  return rows.length
}

/**
 * Takes a shot out of the bin; its name. Where another one has its name by now it gets the next free one, by a command as
 * any that renames a shot. One that is not in the bin stays as it is.
 */
export async function takeBack(db: Sequelize, id: string): Promise<{ name: string }> {
  const row = await models(db).ShotRow.findByPk(id)
  if (!row) throw noShot()
  if (!row.deletedAt) return { name: row.name }
  const name = freeName(row.name, await namesIn(db, { production: row.productionId, but: id }))
  await setShots(db, { ids: [id], deleted: false })
  if (name === row.name) return { name }
  const command: Command = { id: nanoid(), schema: SCHEMA, name: 'shot.set', args: { name } }
  try {
    await commit(db, id, row.revision, [command])
    return { name }
  } catch (error) {
    // One that cannot be read cannot be renamed; it is back all the same.
    if (error instanceof Problem) return { name: row.name }
    throw error
  }
}
