import type { H3Event } from 'h3'
import commands from '../api/shots/[id]/commands.post'
import { foreignOrigin } from '../middleware/origin'

const ROUTE = /^\/api\/shots\/([A-Za-z0-9_-]+)\/commands$/

/** Answers the one route that every change goes through before the general chain of hooks and middleware. */
export default defineNitroPlugin(nitro => {
  const app = nitro.h3App as unknown as { handler: (event: H3Event) => Promise<unknown> }
  const general = app.handler
  app.handler = async event => {
    const found = event.method === 'POST' ? ROUTE.exec(event.path) : null
    if (!found || foreignOrigin(event)) return general(event)
    event.context.params = { id: found[1]! }
    const answer = await (commands as unknown as (e: H3Event) => Promise<unknown>)(event)
    const { res } = event.node
    if (!res.hasHeader('content-type')) res.setHeader('content-type', 'application/json')
    const body = Buffer.from(JSON.stringify(answer))
    res.setHeader('content-length', body.length)
    res.end(body)
  }
})
