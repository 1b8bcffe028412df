import { api, thingId } from '../../../http/api'
import { bodyJson } from '../../../http/body'
import { MOST_SHELVED, thingBody } from '../../../http/forms'
import { database } from '../../../db/connection'
import { parsed } from '../../../problems/problem'
import { changeThing } from '../../../shots/shelf'

/** Changes a thing on a shelf. */
export default api(async event =>
  changeThing(database(), thingId(event), parsed(thingBody, await bodyJson(event, MOST_SHELVED))),
)
