import { api } from '../http/api'
import { openApi } from '../openapi/document'

let text: string | null = null

/** The description of all routes as OpenAPI 3.1. */
export default api(async ({ node }) => {
  node.res.setHeader('content-type', 'application/json')
  return (text ??= JSON.stringify(openApi()))
})
