import { api } from '../http/api'
import { requireReady } from '../db/ready'

/** The database answers and is of the form that this program knows. */
export default api(async () => {
  await requireReady()
  return { ok: true }
}, 3000)
