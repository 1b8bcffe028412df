import { getQuery } from 'h3'
import { api, thingId } from '../../../http/api'
import { versionQuery } from '../../../http/forms'
import { parsed } from '../../../problems/problem'
import { job } from '../../../jobs/pool'

export default api(async event => {
  const { version } = parsed(versionQuery, getQuery(event))
  const svg = await job('shelf.picture', { id: thingId(event), ...(version === undefined ? {} : { version }) })
  event.node.res.setHeader('content-type', 'image/svg+xml')
  // What a version is never changes.
  event.node.res.setHeader('cache-control', version === undefined ? 'no-cache' : 'private, max-age=604800, immutable')
  return svg
})
