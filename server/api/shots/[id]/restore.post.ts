import { database } from '../../../db/connection'
import { putAway } from '../../../services/shots'

export default api(async event => {
  await putAway(database(), shotId(event), false)
  return { ok: true }
})
