import { api, shotId } from '../../../http/api'
import { database } from '../../../db/connection'
import { takeBack } from '../../../shots/shots'

export default api(async event => {
  await takeBack(database(), shotId(event))
  return { ok: true }
})
