import { database } from '../db/connection'
import { clean } from '../shots/clean'

const FIRST_MS = 10 * 60_000
const EVERY_MS = 6 * 3_600_000

/** Cleans a while after the server came up, and then a few times a day. */
export default defineNitroPlugin(nitro => {
  if (!process.env.DATABASE_URL) return
  const run = () => void clean(database()).catch((error: Error) => console.error(`Cleaning failed: ${error.message}`))
  const first = setTimeout(run, FIRST_MS).unref()
  const again = setInterval(run, EVERY_MS).unref()
  nitro.hooks.hook('close', () => {
    clearTimeout(first)
    clearInterval(again)
  })
})
