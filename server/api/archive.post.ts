import { api, LONG_ANSWER_MS } from '../http/api'
import { getQuery } from 'h3'
import { withBodyFile } from '../http/body'
import { archiveQuery } from '../http/forms'
import { parsed } from '../problems/problem'
import { job } from '../jobs/pool'
import { MAX_ARCHIVE_BYTES } from '../shots/archive'

const TOO_LARGE = 'The archive is larger than 512 MB, the most that Fintro reads.'

export default api(async event => {
  const { id } = parsed(archiveQuery, getQuery(event))
  return withBodyFile(event, MAX_ARCHIVE_BYTES, TOO_LARGE, file => job('archive.read', { file, id }))
}, LONG_ANSWER_MS)
