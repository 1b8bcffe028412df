import { connect, databaseUrl } from '../db/connection'
import { clean } from '../shots/clean'
import { log } from '../watch/log'

const FIRST_MS = 10 * 60_000
const EVERY_MS = 6 * 3_600_000

/** Cleans a while after the server came up, and then a few times a day. */
export default defineNitroPlugin(nitro => {
  const first = setTimeout(() => void run(), FIRST_MS).unref()
  const again = setInterval(() => void run(), EVERY_MS).unref()
  nitro.hooks.hook('close', () => {
    clearTimeout(first)
    clearInterval(again)
  })
})

/** On connections of its own: going through all that is kept may take longer than an answer may. */
async function run(): Promise<void> {
  const db = connect(databaseUrl(), { connections: 2, timed: false })
  try {
    log.info(await clean(db), 'cleaned')
  } catch (error) {
    log.warn({ fault: (error as Error).message }, 'cleaning failed')
  } finally {
    await db.close().catch(() => {})
  }
}
