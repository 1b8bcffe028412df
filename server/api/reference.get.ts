import { api } from '../http/api'
import { openApi } from '../openapi/document'
import type { Script } from '../openapi/page'
import { page } from '../openapi/page'

let text: string | null = null

/** The description of all routes as a page, with scripts that use them. */
export default api(async ({ node }) => {
  node.res.setHeader('content-type', 'text/html; charset=utf-8')
  return (text ??= page(openApi(), await scripts()))
})

async function scripts(): Promise<Script[]> {
  const files = useStorage('assets:scripts')
  const names = (await files.getKeys()).filter(n => /\.(mjs|py)$/.test(n)).sort()
  return Promise.all(names.map(async name => ({ name, text: String(await files.getItem(name)) })))
}
