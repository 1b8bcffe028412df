import { api, LARGE_ANSWER_MS } from '../../http/api'
import { bodyBytes } from '../../http/body'
import { database } from '../../db/connection'
import { job } from '../../jobs/pool'
import { keepStrokesIn } from '../../media/strokes'

const MAX_BYTES = 32 * 1024 * 1024
/** What is longer is read, checked and hashed in a thread of its own. */
const LONG = 64 * 1024

export default api(async event => {
  const bytes = await bodyBytes(event, MAX_BYTES, 'A request has at most 32 MB.')
  return bytes.length > LONG ? job('strokes.keep', { bytes }) : keepStrokesIn(database(), bytes)
}, LARGE_ANSWER_MS)
