import { getRouterParam, setResponseHeaders } from 'h3'
import { hashSchema } from '#core/document'
import { database } from '../../db/connection'
import { findImage } from '../../services/images'
import { parsed } from '../../services/problem'

/** A picture by its hash: the same bytes for ever. */
export default api(async event => {
  const { type, body } = await findImage(database(), parsed(hashSchema, getRouterParam(event, 'hash')))
  setResponseHeaders(event, { 'content-type': type, 'cache-control': 'private, max-age=31536000, immutable' })
  return body
})
