import type { Sequelize } from 'sequelize'

/** Whole documents of earlier moments, packed (gzip of JSON). */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query(`
    CREATE TABLE snapshots (
      shot_id text NOT NULL REFERENCES shots (id) ON DELETE CASCADE,
      revision integer NOT NULL CHECK (revision >= 0),
      kind text NOT NULL CHECK (kind IN ('regular', 'upgrade', 'mark', 'unreadable')),
      schema integer NOT NULL,
      name text CHECK (length(name) BETWEEN 1 AND 80),
      body bytea NOT NULL,
      at timestamptz NOT NULL DEFAULT now(),
      PRIMARY KEY (shot_id, revision, kind)
    );
  `)
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query('DROP TABLE snapshots')
}
