import { api, stateOf } from '../../../../http/api'
import { bodyJson } from '../../../../http/body'
import { replaceBody } from '../../../../http/forms'
import { database } from '../../../../db/connection'
import { parsed } from '../../../../problems/problem'
import { job } from '../../../../jobs/pool'
import { announce } from '../../../../live/events'
import { forget } from '../../../../shots/documents'

/** Puts a kept state in the place of a shot that cannot be read. */
export default api(async event => {
  const { id } = parsed(replaceBody, await bodyJson(event, 4096))
  const state = stateOf(event)
  const { answer, incarnation } = await job('state.replace', { state, commandId: id })
  forget(state.shotId)
  announce(database(), state.shotId, { revision: answer.revision, incarnation })
  return answer
})
