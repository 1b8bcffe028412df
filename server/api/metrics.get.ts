import { api } from '../http/api'
import { registry } from '../watch/metrics'

/** What this process counts, in the text form of Prometheus. */
export default api(async ({ node }) => {
  node.res.setHeader('content-type', registry.contentType)
  return registry.metrics()
})
