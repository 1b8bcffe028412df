import { closeDatabase, database } from '../db/connection'
import { migrate } from '../db/migrate'
import { stopListening } from '../live/events'

/** Brings the database up to date before the first answer, and lets it go when the server ends. */
export default defineNitroPlugin(nitro => {
  if (process.env.DATABASE_URL) {
    migrate(database()).catch((error: Error) => {
      console.error(`The database could not be brought up to date: ${error.message}`)
      process.exit(1)
    })
  }
  nitro.hooks.hook('close', async () => {
    await stopListening()
    await closeDatabase()
  })
})
