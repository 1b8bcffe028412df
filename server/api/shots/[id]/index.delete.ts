import { api, shotId } from '../../../http/api'
import { database } from '../../../db/connection'
import { putAway } from '../../../shots/shots'

export default api(async event => {
  await putAway(database(), shotId(event))
  return { ok: true }
})
