import { api, LARGE_ANSWER_MS, shotId } from '../../../http/api'
import { bodyJson } from '../../../http/body'
import { duplicateBody } from '../../../http/forms'
import { parsed } from '../../../problems/problem'
import { job } from '../../../jobs/pool'

/** A copy of a shot as it is now, in its production. Its strokes and pictures are the same. */
export default api(async event => {
  const from = shotId(event)
  return job('shot.duplicate', { from, ...parsed(duplicateBody, await bodyJson(event, 4096)) })
}, LARGE_ANSWER_MS)
