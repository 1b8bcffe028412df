import { api } from '../http/api'
import { database } from '../db/connection'

export default api(async () => {
  await database().query('SELECT 1')
  return { ok: true }
})
