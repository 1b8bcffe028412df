import { api, bodyJson } from '../../http/api'
import { database } from '../../db/connection'
import { parsed } from '../../http/problem'
import { createShot, newShotSchema } from '../../shots/shots'

export default api(async event => createShot(database(), parsed(newShotSchema, await bodyJson(event, 1024 * 1024))))
