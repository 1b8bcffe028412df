import { api, shotId } from '../../../http/api'
import { bodyJson } from '../../../http/body'
import { moveBody } from '../../../http/forms'
import { database } from '../../../db/connection'
import { parsed } from '../../../problems/problem'
import { moveShot } from '../../../shots/shots'

/** Puts a shot into another production. */
export default api(async event => {
  const { production } = parsed(moveBody, await bodyJson(event, 4096))
  await moveShot(database(), shotId(event), production)
  return { ok: true }
})
