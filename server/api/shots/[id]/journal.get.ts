import { api, shotId } from '../../../http/api'
import { getQuery } from 'h3'
import { z } from 'zod'
import { database } from '../../../db/connection'
import { entriesAfter } from '../../../shots/journal'
import { otherIncarnation } from '../../../shots/locked'
import { parsed } from '../../../problems/problem'
import { requireShot } from '../../../shots/shots'

const query = z.object({
  after: z.coerce.number().int().min(0).max(2_147_483_647),
  incarnation: z.string().max(24).optional(),
})

export default api(async event => {
  const { after, incarnation } = parsed(query, getQuery(event))
  const row = await requireShot(database(), shotId(event))
  if (incarnation !== undefined && incarnation !== row.incarnation) throw otherIncarnation()
  return { entries: after < row.revision ? await entriesAfter(database(), row.id, after) : [] }
})
