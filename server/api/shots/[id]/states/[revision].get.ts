import { api, stateOf } from '../../../../http/api'
import { database } from '../../../../db/connection'
import { requireShot } from '../../../../shots/shots'
import { readState } from '../../../../shots/states'

export default api(async event => {
  const state = stateOf(event)
  await requireShot(database(), state.shotId)
  return { revision: state.revision, document: await readState(database(), state) }
})
