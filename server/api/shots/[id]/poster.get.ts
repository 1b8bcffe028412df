import { api, shotId } from '../../../http/api'
import { job } from '../../../jobs/pool'

export default api(async event => {
  const svg = await job('poster', { id: shotId(event) })
  event.node.res.setHeader('content-type', 'image/svg+xml')
  event.node.res.setHeader('cache-control', 'private, max-age=3600')
  return svg
})
