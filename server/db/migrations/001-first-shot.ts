import type { Sequelize } from 'sequelize'

/** Productions and shots, the pieces of their documents, their journal, and strokes by the hash of their content. */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query(`
    CREATE TABLE productions (
      id text PRIMARY KEY,
      name text NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
      created_at timestamptz NOT NULL DEFAULT now()
    );
    CREATE TABLE shots (
      id text PRIMARY KEY CHECK (id ~ '^[A-Za-z0-9_-]{1,40}$'),
      production_id text NOT NULL REFERENCES productions (id),
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
      revision integer NOT NULL DEFAULT 0 CHECK (revision >= 0),
      schema integer NOT NULL CHECK (schema >= 1),
      created_at timestamptz NOT NULL DEFAULT now(),
      updated_at timestamptz NOT NULL DEFAULT now(),
      deleted_at timestamptz
    );
    CREATE INDEX shots_of_production ON shots (production_id);
    CREATE TABLE shot_pieces (
      shot_id text NOT NULL REFERENCES shots (id) ON DELETE CASCADE,
      path text NOT NULL,
      body text NOT NULL,
      PRIMARY KEY (shot_id, path)
    );
    CREATE TABLE journal (
      shot_id text NOT NULL REFERENCES shots (id) ON DELETE CASCADE,
      revision integer NOT NULL CHECK (revision >= 1),
      command_id text NOT NULL UNIQUE,
      schema integer NOT NULL,
      command text NOT NULL,
      at timestamptz NOT NULL DEFAULT now(),
      PRIMARY KEY (shot_id, revision)
    );
    CREATE TABLE strokes (
      hash text PRIMARY KEY CHECK (hash ~ '^[0-9a-f]{64}$'),
      body text NOT NULL,
      stored_at timestamptz NOT NULL DEFAULT now()
    );
    CREATE TABLE shot_strokes (
      shot_id text NOT NULL REFERENCES shots (id) ON DELETE CASCADE,
      hash text NOT NULL REFERENCES strokes (hash),
      PRIMARY KEY (shot_id, hash)
    );
  `)
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query('DROP TABLE shot_strokes, strokes, journal, shot_pieces, shots, productions')
}
