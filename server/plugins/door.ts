// Other parts of the project meet this file by its type alone, and find those of Nitro's inside nowhere else.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../nitro.d.ts" />
import { handlers } from '#nitro-internal-virtual/server-handlers'
import type { H3Event } from 'h3'
import { nanoid } from 'nanoid'
import { notReady } from '../db/ready'
import { answerProblem } from '../http/api'
import { checks } from '../http/checks'
import { routesOf } from '../http/routes'
import { Problem } from '../problems/problem'
import { log } from '../watch/log'
import { took } from '../watch/metrics'

/** A name for a request that whoever stands before us may have given it already. */
const REQUEST_ID = /^[A-Za-z0-9_.-]{8,64}$/
const WITHOUT_DATABASE = new Set(['/api/health', '/api/ready', '/api/metrics', '/api/openapi.json', '/api/reference'])
const OF_API = /^\/api(?:[/?]|$)/
const OF_PAGES = new Set(['GET', 'HEAD'])

/**
 * The door: every request comes in here, and nothing goes round it, for it is what the server calls. It runs the checks
 * and lets requests of the API go straight to their routes, past the hooks that are there for pages only.
 */
export default defineNitroPlugin(({ h3App, router }) => {
  const pages = h3App.handler
  h3App.handler = Object.assign(async (event: Parameters<typeof pages>[0]) => {
    watch(event)
    const request = event.node.req
    for (const check of checks) {
      const refused = check(request)
      if (refused) return answerProblem(event, refused)
    }
    if (OF_API.test(event.path)) {
      const against = whyNot(event)
      return against ? answerProblem(event, against) : router.handler(event)
    }
    if (OF_PAGES.has(event.method)) return pages(event)
    answerProblem(event, new Problem(405, 'other-method', 'Pages are only read.', undefined, { allow: 'GET, HEAD' }))
  }, pages)
})

/** The routes of the API; those with a method are ours. */
const routes = routesOf(handlers)

/** Why no route gets this request; null where one does. */
function whyNot(event: H3Event): Problem | null {
  const { path } = event
  const { req } = event.node
  const methods = routes(path)
  if (!methods.length) return new Problem(404, 'no-route', 'There is nothing at this address.')
  const allow = methods.join(', ')
  if (!methods.includes(req.method ?? ''))
    return new Problem(405, 'other-method', `This address takes ${allow}.`, undefined, { allow })
  // Node sends no body to one who asked for the head; the rest is as for GET.
  if (req.method === 'HEAD') {
    req.method = 'GET'
    event.context.headOnly = true
  }
  return WITHOUT_DATABASE.has(pathOf(path)) ? null : notReady()
}

/** Names a request, and notes what became of it when its answer ends. */
function watch(event: H3Event): void {
  const { req, res } = event.node
  const given = req.headers['x-request-id']
  const request = typeof given === 'string' && REQUEST_ID.test(given) ? given : nanoid(12)
  event.context.request = request
  res.setHeader('x-request-id', request)
  const { method = '' } = req
  const start = performance.now()
  res.once('close', () => {
    const route = event.context.matchedRoute?.path ?? (OF_API.test(event.path) ? 'none' : 'pages')
    const seconds = (performance.now() - start) / 1000
    took.requests.observe({ method: METHODS.has(method) ? method : 'other', route, status: res.statusCode }, seconds)
    const level = res.statusCode >= 500 ? 'warn' : res.statusCode >= 400 ? 'info' : 'debug'
    if (log.isLevelEnabled(level))
      log[level]({ request, method, path: pathOf(event.path), route, status: res.statusCode, seconds }, 'answered')
  })
}

const METHODS = new Set(['GET', 'HEAD', 'POST', 'DELETE', 'OPTIONS'])
const pathOf = (path: string): string => path.split('?', 1)[0]!.slice(0, 200)
