import type { Sequelize } from 'sequelize'

/**
 * Which incarnation of a shot a row is: a shot put back under its id is another one, whatever its revision. Rows that an
 * older server makes get one as well.
 */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query(`
    ALTER TABLE shots ADD COLUMN incarnation text NOT NULL
      DEFAULT substr(md5(random()::text || clock_timestamp()::text), 1, 12)
      CHECK (incarnation ~ '^[A-Za-z0-9_-]{1,24}$');
  `)
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query('ALTER TABLE shots DROP COLUMN incarnation')
}
