import { database } from '../../../db/connection'
import { strokesOfShot } from '../../../services/strokes'

export default api(async event => ({ strokes: await strokesOfShot(database(), shotId(event)) }))
