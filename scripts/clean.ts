import { connect, databaseUrl } from '../server/db/connection'
import { migrate } from '../server/db/migrate'
import { clean } from '../server/shots/clean'

/** npm run clean: what the server does a few times a day, now. */
const db = connect(databaseUrl())
try {
  await migrate(db)
  const done = await clean(db)
  console.log(
    done
      ? Object.entries(done)
          .map(([what, n]) => `${what}: ${n}`)
          .join(', ')
      : 'Another process is cleaning.',
  )
} finally {
  await db.close()
}
