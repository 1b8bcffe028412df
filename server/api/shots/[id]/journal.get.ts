import { api, shotId } from '../../../http/api'
import { journalQuery } from '../../../http/forms'
import { getQuery } from 'h3'
import { database } from '../../../db/connection'
import { entriesAfter } from '../../../shots/journal'
import { otherIncarnation } from '../../../shots/locked'
import { parsed } from '../../../problems/problem'
import { requireShot } from '../../../shots/shots'

export default api(async event => {
  const { after, incarnation } = parsed(journalQuery, getQuery(event))
  const row = await requireShot(database(), shotId(event))
  if (incarnation !== undefined && incarnation !== row.incarnation) throw otherIncarnation()
  return { entries: after < row.revision ? await entriesAfter(database(), row.id, after) : [] }
})
