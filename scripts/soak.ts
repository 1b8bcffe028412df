import { parseArgs } from 'node:util'
import { soak } from '../tests/soak/soak'
import { Postgres } from '../tests/support/postgres'
import { FintroServer, freePort, serve } from '../tests/support/server'

/**
 * npm run soak [-- --minutes 10 --servers 2 --seed 1]: clients commit while servers and PostgreSQL are killed; tells what
 * was acknowledged and is not there.
 */
const { values } = parseArgs({
  options: {
    minutes: { type: 'string', default: '10' },
    servers: { type: 'string', default: '2' },
    seed: { type: 'string', default: '1' },
  },
})
const { server, db, stop } = await serve()
const others = await Promise.all(
  Array.from(
    { length: Number(values.servers) - 1 },
    async () => new FintroServer(server.databaseUrl, await freePort()),
  ),
)
const postgres = await Postgres.find()
try {
  for (const other of others) await other.start()
  const breaking = {
    kill: async (one: FintroServer) => {
      await one.kill('SIGKILL')
      await one.start('alive')
    },
    database: async () => {
      postgres.kill()
      await new Promise(r => setTimeout(r, 300))
      await postgres.start()
    },
  }
  const done = await soak(
    { servers: [server, ...others], db, breaking },
    Number(values.seed),
    Number(values.minutes) * 60_000,
  )
  console.log(JSON.stringify(done, null, 2))
  process.exitCode = done.lost || done.doubled || done.unequal || done.odd.length ? 1 : 0
} finally {
  for (const other of others) await other.kill('SIGTERM')
  await stop()
}
