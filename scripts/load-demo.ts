import { demoShots } from '../demo'
import { connect, databaseUrl } from '../server/db/connection'
import { migrate } from '../server/db/migrate'
import { models } from '../server/db/models'
import { keepDemoShot } from './keep-demo'

/**
 * Brings the database up to date and loads the demo: once, or with --fresh anew. A person's own shots are never
 * touched.
 */
const fresh = process.argv.includes('--fresh')
const db = connect(databaseUrl())
try {
  await migrate(db)
  const { ShotRow } = models(db)
  for (const demo of demoShots()) {
    const { shot } = demo
    const there = await ShotRow.findByPk(shot.id, { attributes: ['id'] })
    if (there && !fresh) continue
    await db.transaction(async transaction => {
      if (there) await ShotRow.destroy({ where: { id: shot.id }, transaction })
      await keepDemoShot(db, demo, transaction)
    })
  }
} catch (error) {
  console.error((error as Error).message)
  process.exitCode = 1
}
await db.close()
