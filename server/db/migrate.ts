import type { Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import * as firstShot from './migrations/001-first-shot'
import * as images from './migrations/002-images'
import * as states from './migrations/003-states'

/** Every migration, in order. Imported, not looked for, so that the bundled server has them. */
const migrations = [
  { name: '001-first-shot', ...firstShot },
  { name: '002-images', ...images },
  { name: '003-states', ...states },
]

const LOCK = 7_150_417

/** Brings the database to the newest form. Several servers may start at once: one migrates, the others wait. */
export async function migrate(db: Sequelize): Promise<void> {
  await db.transaction(async transaction => {
    await db.query('SELECT pg_advisory_xact_lock($1)', { bind: [LOCK], transaction })
    const umzug = new Umzug({
      migrations: migrations.map(m => ({ name: m.name, up: () => m.up(db), down: () => m.down(db) })),
      storage: new SequelizeStorage({ sequelize: db, modelName: 'migrations' }),
      logger: undefined,
    })
    await umzug.up()
  })
}
