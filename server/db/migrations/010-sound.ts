import type { Sequelize } from 'sequelize'

const PICTURES = ['image/png', 'image/jpeg', 'image/webp', 'image/gif']
const FOOTAGE = ['video/mp4', 'video/quicktime', 'video/webm', 'video/x-matroska']
const SOUNDS = ['audio/wav', 'audio/mpeg', 'audio/ogg', 'audio/flac', 'audio/mp4', 'audio/aac']
const listed = (types: readonly string[]): string => types.map(t => `'${t}'`).join(', ')
const allowed = (types: readonly string[]): string => `
  ALTER TABLE images DROP CONSTRAINT images_type_check;
  ALTER TABLE images ADD CONSTRAINT images_type_check CHECK (type IN (${listed(types)}));
`

/** Sounds are kept as pictures and footage are. */
export const up = async (db: Sequelize): Promise<void> => {
  await db.query(allowed([...PICTURES, ...FOOTAGE, ...SOUNDS]))
}

export const down = async (db: Sequelize): Promise<void> => {
  await db.query(`
    DELETE FROM shot_images USING images i WHERE i.hash = shot_images.hash AND i.type IN (${listed(SOUNDS)});
    DELETE FROM images WHERE type IN (${listed(SOUNDS)});
    ${allowed([...PICTURES, ...FOOTAGE])}
  `)
}
