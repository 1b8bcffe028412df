import { api, stateOf } from '../../../../http/api'
import { database } from '../../../../db/connection'
import { requireShot } from '../../../../shots/shots'
import { readState } from '../../../../shots/states'

export default api(async event => {
  const asked = stateOf(event)
  const row = await requireShot(database(), asked.shotId)
  return { production: row.production!.name, ...(await readState(database(), asked)) }
})
