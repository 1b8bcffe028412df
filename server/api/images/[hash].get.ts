import { api } from '../../http/api'
import { getRouterParam, setResponseHeaders } from 'h3'
import { hashSchema } from '#core/basic'
import { database } from '../../db/connection'
import { findImage } from '../../media/images'
import { parsed } from '../../problems/problem'

/** A picture by its hash: the same bytes for ever. */
export default api(async event => {
  const { type, body } = await findImage(database(), parsed(hashSchema, getRouterParam(event, 'hash')))
  setResponseHeaders(event, { 'content-type': type, 'cache-control': 'private, max-age=31536000, immutable' })
  return body
})
