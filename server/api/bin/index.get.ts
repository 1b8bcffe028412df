import { api } from '../../http/api'
import { database } from '../../db/connection'
import { listBin } from '../../shots/bin'

export default api(async () => ({ shots: await listBin(database()) }))
