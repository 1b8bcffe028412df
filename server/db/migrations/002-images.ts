import type { Sequelize } from 'sequelize'

/** Pictures brought in, by the hash of their bytes, and which shots name them. */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query(`
    CREATE TABLE images (
      hash text PRIMARY KEY CHECK (hash ~ '^[0-9a-f]{64}$'),
      type text NOT NULL CHECK (type IN ('image/png', 'image/jpeg', 'image/webp')),
      width integer NOT NULL CHECK (width BETWEEN 1 AND 16384),
      height integer NOT NULL CHECK (height BETWEEN 1 AND 16384),
      body bytea NOT NULL,
      stored_at timestamptz NOT NULL DEFAULT now()
    );
    CREATE TABLE shot_images (
      shot_id text NOT NULL REFERENCES shots (id) ON DELETE CASCADE,
      hash text NOT NULL REFERENCES images (hash),
      PRIMARY KEY (shot_id, hash)
    );
  `)
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query('DROP TABLE shot_images, images')
}
