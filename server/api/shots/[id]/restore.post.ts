import { api, shotId } from '../../../http/api'
import { takeBack } from '../../../commits/take-back'
import { database } from '../../../db/connection'

export default api(async event => takeBack(database(), shotId(event)))
