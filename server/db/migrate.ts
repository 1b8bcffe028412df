import { QueryTypes, type Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import * as firstShot from './migrations/001-first-shot'
import * as images from './migrations/002-images'
import * as snapshots from './migrations/003-snapshots'
import * as incarnations from './migrations/004-incarnations'
import * as states from './migrations/005-states'
import * as media from './migrations/006-media'
import * as footage from './migrations/007-footage'
import * as list from './migrations/008-list'
import * as shelf from './migrations/009-shelf'
import * as sound from './migrations/010-sound'
import * as pronunciations from './migrations/011-pronunciations'

/** Every migration, in order. Imported, not looked for, so that the bundled server has them. */
const migrations = [
  { name: '001-first-shot', ...firstShot },
  { name: '002-images', ...images },
  { name: '003-snapshots', ...snapshots },
  { name: '004-incarnations', ...incarnations },
  { name: '005-states', ...states },
  { name: '006-media', ...media },
  { name: '007-footage', ...footage },
  { name: '008-list', ...list },
  { name: '009-shelf', ...shelf },
  { name: '010-sound', ...sound },
  { name: '011-pronunciations', ...pronunciations },
]

/**
 * A step that had another name for a while, in versions that people ran: with it a database has the form that it has
 * after these, but for the old name of the table.
 */
const FORMERLY = { name: '003-states', now: ['003-snapshots', '005-states'] }

const LOCK = 7_150_417

/** The database was brought to a form that this program does not know. */
export class LaterDatabase extends Error {
  constructor(unknown: readonly string[]) {
    super(
      `This database was made by a later Fintro (it has ${unknown.join(', ')}, which this one does not know). ` +
        'Start the newer one, or restore a backup from before.',
    )
  }
}

/**
 * Brings the database to the newest form. Several servers may start at once: one migrates, the others wait. Throws
 * LaterDatabase, and touches nothing, where a later Fintro was here.
 */
export async function migrate(db: Sequelize): Promise<void> {
  await db.transaction(async transaction => {
    await db.query('SELECT pg_advisory_xact_lock($1)', { bind: [LOCK], transaction })
    if ((await applied(db)).includes(FORMERLY.name)) await renamed(db)
    const unknown = (await applied(db)).filter(name => !migrations.some(m => m.name === name))
    if (unknown.length) throw new LaterDatabase(unknown)
    const umzug = new Umzug({
      migrations: migrations.map(m => ({ name: m.name, up: () => m.up(db), down: () => m.down(db) })),
      storage: new SequelizeStorage({ sequelize: db, modelName: 'migrations' }),
      logger: undefined,
    })
    await umzug.up()
  })
}

/** Calls a step by the names it has now. A server from before that is running goes on: it looks only when it starts. */
async function renamed(db: Sequelize): Promise<void> {
  // The names last: until they are told, all this is done again.
  await db.query('CREATE OR REPLACE VIEW snapshots AS SELECT * FROM states')
  await db.query(
    `WITH gone AS (DELETE FROM migrations WHERE name = $1)
     INSERT INTO migrations (name) SELECT unnest($2::text[]) ON CONFLICT DO NOTHING`,
    { bind: [FORMERLY.name, FORMERLY.now] },
  )
}

async function applied(db: Sequelize): Promise<string[]> {
  const [{ there } = { there: null }] = await db.query<{ there: string | null }>(
    `SELECT to_regclass('public.migrations')::text AS there`,
    { type: QueryTypes.SELECT },
  )
  if (!there) return []
  const rows = await db.query<{ name: string }>('SELECT name FROM migrations ORDER BY name', {
    type: QueryTypes.SELECT,
  })
  return rows.map(r => r.name)
}
