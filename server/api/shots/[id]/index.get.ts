import { database } from '../../../db/connection'
import { requireShot } from '../../../services/shots'

export default api(async (event) => {
  const row = await requireShot(database(), shotId(event))
  return { revision: row.revision, production: row.production!.name, document: JSON.parse(row.document) as unknown }
})
