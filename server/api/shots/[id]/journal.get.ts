import { api, shotId } from '../../../http/api'
import { getQuery } from 'h3'
import { z } from 'zod'
import { database } from '../../../db/connection'
import { entriesAfter } from '../../../shots/journal'
import { parsed } from '../../../http/problem'
import { requireShot } from '../../../shots/shots'

const query = z.object({ after: z.coerce.number().int().min(0) })

export default api(async event => {
  const { after } = parsed(query, getQuery(event))
  const row = await requireShot(database(), shotId(event))
  return { entries: after < row.revision ? await entriesAfter(database(), row.id, after) : [] }
})
