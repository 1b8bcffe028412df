import type { Sequelize } from 'sequelize'

/** How a production says words that the dictionary has otherwise, or not at all. They go with their production. */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query(`
    CREATE TABLE pronunciations (
      production_id text NOT NULL REFERENCES productions (id) ON DELETE CASCADE,
      word text NOT NULL CHECK (length(word) BETWEEN 1 AND 80),
      sounds text NOT NULL CHECK (length(sounds) BETWEEN 1 AND 400),
      changed_at timestamptz NOT NULL DEFAULT now(),
      PRIMARY KEY (production_id, word)
    )
  `)
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query('DROP TABLE pronunciations')
}
