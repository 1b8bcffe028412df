import { api } from '../http/api'
import { bodyJson } from '../http/body'
import { setBody } from '../http/forms'
import { takeAllBack } from '../commits/take-back'
import { database } from '../db/connection'
import { parsed } from '../problems/problem'
import { setShots } from '../shots/shots'

/** Sets something of several shots at once. */
export default api(async event => {
  const { deleted, ...rest } = parsed(setBody, await bodyJson(event, 1024 * 1024))
  // What comes out of the bin may need another name, and what is in it is not changed otherwise.
  const back = deleted === false ? await takeAllBack(database(), rest.ids) : 0
  const changed = await setShots(database(), { ...rest, ...(deleted ? { deleted } : {}) })
  return { changed: Math.max(back, changed) }
})
