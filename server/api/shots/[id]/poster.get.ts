import { api, shotId } from '../../../http/api'
import { setResponseHeader } from 'h3'
import { database } from '../../../db/connection'
import { poster } from '../../../shots/poster'

export default api(async event => {
  const svg = await poster(database(), shotId(event))
  setResponseHeader(event, 'content-type', 'image/svg+xml')
  setResponseHeader(event, 'cache-control', 'private, max-age=3600')
  return svg
})
