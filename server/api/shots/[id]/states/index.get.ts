import { api, shotId } from '../../../../http/api'
import { database } from '../../../../db/connection'
import { requireShot } from '../../../../shots/shots'
import { listStates } from '../../../../shots/states'

export default api(async event => {
  const row = await requireShot(database(), shotId(event))
  return { states: await listStates(database(), row.id) }
})
