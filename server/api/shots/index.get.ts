import { database } from '../../db/connection'
import { listShots } from '../../services/shots'

export default api(async () => ({ productions: await listShots(database()) }))
