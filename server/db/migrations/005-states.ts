import type { Sequelize } from 'sequelize'

/** Earlier states under the name they have everywhere else. Servers from before find them under the old one as well. */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query('ALTER TABLE snapshots RENAME TO states; CREATE VIEW snapshots AS SELECT * FROM states;')
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query('DROP VIEW snapshots; ALTER TABLE states RENAME TO snapshots;')
}
