import { parseArgs } from 'node:util'
import { soak } from '../tests/soak/soak'
import { Postgres } from '../tests/support/postgres'
import { FintroServer, freePort, freshDatabase } from '../tests/support/server'

/**
 * npm run soak [-- --minutes 10 --servers 2 --seed 1]: clients commit while servers and PostgreSQL are killed; tells what
 * was acknowledged and is not there. With --older FOLDER, where an older Fintro is built, a server of that one comes up
 * first and takes part all the time, as while servers are brought to a new version one by one; neither it is killed, as it
 * would not be started anew on a newer database, nor PostgreSQL.
 */
const { values } = parseArgs({
  options: {
    minutes: { type: 'string', default: '10' },
    servers: { type: 'string', default: '2' },
    seed: { type: 'string', default: '1' },
    older: { type: 'string' },
  },
})
const { url, db, drop } = await freshDatabase(values.older ? [] : undefined)
const older = values.older ? new FintroServer(url, await freePort(), {}, values.older) : null
await older?.start('alive')
const server = new FintroServer(url, await freePort())
await server.start()
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
      if (one === older) return
      await one.kill('SIGKILL')
      await one.start('alive')
    },
    database: older
      ? null
      : async () => {
          postgres.kill()
          await new Promise(r => setTimeout(r, 300))
          await postgres.start()
        },
  }
  const done = await soak(
    { servers: [server, ...others, ...(older ? [older] : [])], db, breaking },
    Number(values.seed),
    Number(values.minutes) * 60_000,
  )
  console.log(JSON.stringify(done, null, 2))
  process.exitCode = done.lost || done.doubled || done.unequal || done.odd.length ? 1 : 0
} finally {
  for (const one of [server, ...others, older]) await one?.kill('SIGTERM')
  await drop()
}
