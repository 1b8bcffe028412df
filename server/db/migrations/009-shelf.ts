import type { Sequelize } from 'sequelize'

/**
 * What productions keep on their shelves by name, in all its versions, and which strokes and pictures it names. A
 * production keeps its shelf when its last shot is gone.
 */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query(`
    CREATE TABLE shelf (
      id text PRIMARY KEY CHECK (id ~ '^[A-Za-z0-9._-]{1,64}$'),
      production_id text NOT NULL REFERENCES productions (id),
      kind text NOT NULL CHECK (length(kind) BETWEEN 1 AND 20),
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
      plain_name text GENERATED ALWAYS AS (plain_text(name)) STORED,
      version integer NOT NULL DEFAULT 1 CHECK (version >= 1),
      changed_at timestamptz NOT NULL DEFAULT now(),
      deleted_at timestamptz
    );
    CREATE UNIQUE INDEX shelf_names ON shelf (production_id, kind, name) WHERE deleted_at IS NULL;
    CREATE TABLE shelf_versions (
      thing_id text NOT NULL REFERENCES shelf (id) ON DELETE CASCADE,
      version integer NOT NULL CHECK (version >= 1),
      schema integer NOT NULL CHECK (schema >= 1),
      body text NOT NULL,
      kept_at timestamptz NOT NULL DEFAULT now(),
      PRIMARY KEY (thing_id, version)
    );
    CREATE TABLE shelf_strokes (
      thing_id text NOT NULL REFERENCES shelf (id) ON DELETE CASCADE,
      hash text NOT NULL REFERENCES strokes (hash),
      PRIMARY KEY (thing_id, hash)
    );
    CREATE TABLE shelf_images (
      thing_id text NOT NULL REFERENCES shelf (id) ON DELETE CASCADE,
      hash text NOT NULL REFERENCES images (hash),
      PRIMARY KEY (thing_id, hash)
    );
    CREATE INDEX shelf_strokes_of ON shelf_strokes (hash);
    CREATE INDEX shelf_images_of ON shelf_images (hash);
  `)
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query('DROP TABLE shelf_images, shelf_strokes, shelf_versions, shelf')
}
