import { database } from '../../db/connection'
import { parsed } from '../../services/problem'
import { createShot, newShotSchema } from '../../services/shots'

export default api(async event => createShot(database(), parsed(newShotSchema, await bodyJson(event, 1024 * 1024))))
