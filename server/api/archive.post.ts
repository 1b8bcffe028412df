import { api, bodyBytes } from '../http/api'
import { getQuery } from 'h3'
import { z } from 'zod'
import { database } from '../db/connection'
import { MAX_ARCHIVE_BYTES, readArchive } from '../shots/archive'
import { parsed } from '../http/problem'
import { shotIdSchema } from '#core/basic'

const query = z.object({ id: shotIdSchema })

export default api(async event => {
  const { id } = parsed(query, getQuery(event))
  return readArchive(
    database(),
    await bodyBytes(event, MAX_ARCHIVE_BYTES, 'The archive is larger than 512 MB, the most that Fintro reads.'),
    id,
  )
})
