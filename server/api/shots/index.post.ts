import { api } from '../../http/api'
import { bodyJson } from '../../http/body'
import { database } from '../../db/connection'
import { parsed } from '../../problems/problem'
import { createShot, newShotSchema } from '../../shots/shots'

export default api(async event => createShot(database(), parsed(newShotSchema, await bodyJson(event, 1024 * 1024))))
