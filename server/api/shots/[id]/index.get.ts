import { database } from '../../../db/connection'
import { readShot } from '../../../services/shots'

export default api(async event => readShot(database(), shotId(event)))
