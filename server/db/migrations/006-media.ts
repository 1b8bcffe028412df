import type { Sequelize } from 'sequelize'

/**
 * Where the bytes of a picture are: in the row, or in a store of objects. Bytes that may be in the store without anybody
 * who needs them are noted until it is known.
 */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query(`
    ALTER TABLE images ALTER COLUMN body DROP NOT NULL;
    ALTER TABLE images ADD COLUMN place text NOT NULL DEFAULT 'database' CHECK (place IN ('database', 's3'));
    CREATE TABLE leftovers (
      key text PRIMARY KEY CHECK (key ~ '^[a-z]+:[0-9a-f]{64}$'),
      noted_at timestamptz NOT NULL DEFAULT now()
    );
  `)
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query(`
    DROP TABLE leftovers;
    ALTER TABLE images DROP COLUMN place, ALTER COLUMN body SET NOT NULL;
  `)
}
