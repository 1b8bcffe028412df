import { api } from '../../http/api'
import { bodyJson } from '../../http/body'
import { emptyBody } from '../../http/forms'
import { database } from '../../db/connection'
import { parsed } from '../../problems/problem'
import { emptyBin } from '../../shots/bin'

/** Takes shots away for good. */
export default api(async event => {
  const { ids } = parsed(emptyBody, await bodyJson(event, 1024 * 1024))
  return { gone: await emptyBin(database(), ids) }
})
