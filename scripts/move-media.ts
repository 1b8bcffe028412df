import { QueryTypes } from 'sequelize'
import { connect, databaseUrl } from '../server/db/connection'
import { migrate } from '../server/db/migrate'
import { moveImage } from '../server/media/images'
import type { Place } from '../server/media/store'

/** npm run move-media -- s3 | database: takes the bytes of all pictures to one place; people may work meanwhile. */
const to = process.argv[2] as Place
if (to !== 's3' && to !== 'database') {
  console.error('Tell where to: npm run move-media -- s3, or: npm run move-media -- database')
  process.exit(1)
}
const db = connect(databaseUrl())
try {
  await migrate(db)
  const rows = await db.query<{ hash: string }>('SELECT hash FROM images WHERE place <> $1 ORDER BY hash', {
    bind: [to],
    type: QueryTypes.SELECT,
  })
  let moved = 0
  const left: string[] = []
  for (const { hash } of rows)
    if (await moveImage(db, hash, to)) moved++
    else left.push(hash)
  console.log(`pictures: ${moved} moved`)
  if (left.length) {
    console.error(`${left.length} are missing or damaged where they are, and stay: ${left.join(', ')}`)
    process.exitCode = 1
  }
} finally {
  await db.close()
}
