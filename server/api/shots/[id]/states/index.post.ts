import { api, shotId } from '../../../../http/api'
import { bodyJson } from '../../../../http/body'
import { markBody } from '../../../../http/forms'
import { database } from '../../../../db/connection'
import { parsed } from '../../../../problems/problem'
import { job } from '../../../../jobs/pool'
import { listStates } from '../../../../shots/states'

/** Sets a mark: the shot as it is stored now, kept under a name. */
export default api(async event => {
  const id = shotId(event)
  const { name } = parsed(markBody, await bodyJson(event, 4096))
  await job('state.mark', { id, name })
  return { states: await listStates(database(), id) }
})
