import { api } from '../../http/api'
import { database } from '../../db/connection'
import { listShots } from '../../shots/shots'

export default api(async () => ({ productions: await listShots(database()) }))
