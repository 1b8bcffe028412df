import { closeDatabase } from '../db/connection'
import { bringUp, stopBringingUp } from '../db/ready'
import { endJobs } from '../jobs/pool'
import { stopListening } from '../live/events'

/** Brings the database up to date, however long it takes to answer, and lets it go when the server ends. */
export default defineNitroPlugin(nitro => {
  void bringUp()
  nitro.hooks.hook('close', async () => {
    stopBringingUp()
    await stopListening()
    await endJobs()
    await closeDatabase()
  })
})
