import type { Sequelize } from 'sequelize'

/** Footage is kept as pictures are; how large it is seen is not read from it here. */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query(`
    ALTER TABLE images DROP CONSTRAINT images_type_check;
    ALTER TABLE images ADD CONSTRAINT images_type_check CHECK (type IN (
      'image/png', 'image/jpeg', 'image/webp',
      'image/gif', 'video/mp4', 'video/quicktime', 'video/webm', 'video/x-matroska'
    ));
    ALTER TABLE images ALTER COLUMN width DROP NOT NULL, ALTER COLUMN height DROP NOT NULL;
  `)
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query(`
    DELETE FROM shot_images USING images i WHERE i.hash = shot_images.hash AND i.width IS NULL;
    DELETE FROM images WHERE width IS NULL;
    ALTER TABLE images ALTER COLUMN width SET NOT NULL, ALTER COLUMN height SET NOT NULL;
    ALTER TABLE images DROP CONSTRAINT images_type_check;
    ALTER TABLE images ADD CONSTRAINT images_type_check CHECK (type IN ('image/png', 'image/jpeg', 'image/webp'));
  `)
}
