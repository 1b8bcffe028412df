import { api, shotId } from '../../../http/api'
import { database } from '../../../db/connection'
import { readShot } from '../../../shots/shots'

export default api(async event => readShot(database(), shotId(event)))
