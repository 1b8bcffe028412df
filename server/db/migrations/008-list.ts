import type { Sequelize } from 'sequelize'

/**
 * What the list of shots is ordered and searched by: names as people count them (2 before 10) and in small letters without
 * accents, how long a shot takes by the head of its document; and a status of one's own for each shot.
 */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query(`
    CREATE COLLATION counted (provider = icu, locale = 'en-u-kn-true-ks-level2');
    CREATE FUNCTION plain_text(text) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE
      AS $$ SELECT lower(regexp_replace(normalize($1, NFD), '[\\u0300-\\u036F]', '', 'g') COLLATE "und-x-icu") $$;
    CREATE FUNCTION seconds_of(head text) RETURNS numeric LANGUAGE plpgsql IMMUTABLE PARALLEL SAFE AS $$
      BEGIN
        RETURN (head::json->>'length')::numeric * (head::json->'rate'->>'den')::numeric
          / nullif((head::json->'rate'->>'num')::numeric, 0);
      EXCEPTION WHEN OTHERS THEN RETURN NULL;
      END $$;
    ALTER TABLE shots ADD COLUMN status text CHECK (length(status) BETWEEN 1 AND 40),
      ADD COLUMN plain_name text GENERATED ALWAYS AS (plain_text(name)) STORED;
    ALTER TABLE productions ADD COLUMN plain_name text GENERATED ALWAYS AS (plain_text(name)) STORED;
  `)
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query(`
    ALTER TABLE shots DROP COLUMN status, DROP COLUMN plain_name;
    ALTER TABLE productions DROP COLUMN plain_name;
    DROP FUNCTION plain_text(text), seconds_of(text);
    DROP COLLATION counted;
  `)
}
