import type { IncomingMessage } from 'node:http'
import type { H3Event } from 'h3'
import { defineEventHandler, getQuery, getRouterParam } from 'h3'
import type { z } from 'zod'
import { idSchema, shotIdSchema } from '#core/basic'
import { databaseProblem } from '../db/faults'
import { log } from '../watch/log'
import { count } from '../watch/metrics'
import { parsed, Problem } from '../problems/problem'
import { stateSchema } from './forms'

/** Every route answers within this time, if only that it could not. */
const ANSWER_MS = 25_000
/** Routes that take much in have longer, for it may come slowly; whole shots longer still. */
export const LARGE_ANSWER_MS = 110_000
export const LONG_ANSWER_MS = 600_000

const slow = () =>
  new Problem(503, 'slow', 'This takes too long at the moment. What you did is kept in the browser and sent again.')

/**
 * The one place where a refusal or a fault becomes a problem document; what was not foreseen becomes a plain sentence.
 */
export const api = <T>(handler: (event: H3Event) => Promise<T>, withinMs = ANSWER_MS) =>
  defineEventHandler(async event => {
    const { res } = event.node
    for (const [name, value] of HEADERS) res.setHeader(name, value)
    let timer: NodeJS.Timeout | undefined
    try {
      const late = new Promise<never>((_, fail) => {
        timer = setTimeout(() => fail(slow()), withinMs)
      })
      answer(event, await Promise.race([handler(event), late]))
    } catch (error) {
      answerProblem(event, asProblem(event, error))
    } finally {
      clearTimeout(timer)
    }
  })

const HEADERS = [
  ['cache-control', 'no-store'],
  ['x-content-type-options', 'nosniff'],
  ['cross-origin-resource-policy', 'same-origin'],
  ['content-security-policy', "default-src 'none'; style-src 'unsafe-inline'"],
] as const

/**
 * Sends what a route gives: bytes and text as they are, everything else as JSON. What streams has sent itself. At once
 * and not by the general way out, which waits for a turn of the event loop and asks hooks that are there for pages.
 */
function answer(event: H3Event, given: unknown): void {
  const { res } = event.node
  if (res.headersSent || res.destroyed || given === undefined) return
  if (typeof given === 'string' || given instanceof Uint8Array) res.end(given)
  else {
    if (!res.hasHeader('content-type')) res.setHeader('content-type', 'application/json')
    res.end(JSON.stringify(given))
  }
}

function asProblem(event: H3Event, error: unknown): Problem {
  if (error instanceof Problem) return error
  const away = databaseProblem(error)
  if (away) {
    log.warn({ request: event.context.request, route: routeOf(event), fault: String(error) }, 'the database is away')
    return away
  }
  log.error({ request: event.context.request, route: routeOf(event), err: error }, 'a fault')
  return new Problem(500, 'fault', 'Something went wrong in the server. What you did is kept in the browser.')
}

const routeOf = (event: H3Event): string => event.context.matchedRoute?.path ?? 'none'

/** After an answer to what did not come in whole, so long is waited before the connection is closed. */
const LINGER_MS = 500

/**
 * Answers with a problem. The rest of a body that nobody reads is not taken: the connection is closed, after a moment in
 * which the answer can be read.
 */
export function answerProblem(event: H3Event, problem: Problem): void {
  const { req, res } = event.node
  count.refusals.inc({ code: problem.code, status: problem.status })
  if (res.headersSent || res.destroyed) return void res.destroy()
  res.statusCode = problem.status
  for (const [name, value] of HEADERS) res.setHeader(name, value)
  for (const [name, value] of Object.entries(problem.headers)) res.setHeader(name, value)
  res.setHeader('content-type', 'application/problem+json')
  if (!req.complete) {
    res.setHeader('connection', 'close')
    leaveUnread(req)
  }
  res.end(JSON.stringify(problem.body))
}

/**
 * The rest of a body stays where it is. Closing at once would take the answer away from a sender who is still sending:
 * our side is ended, and the connection goes a moment later.
 */
function leaveUnread(request: IncomingMessage): void {
  const { socket } = request
  request.pause()
  // Marks the body as taken over, or Node would read it to its end.
  request.read(0)
  socket.destroySoon = () => {
    socket.end()
    setTimeout(() => socket.destroy(), LINGER_MS).unref()
  }
}

/** The shot named by the route. */
export const shotId = (event: H3Event): string => parsed(shotIdSchema, getRouterParam(event, 'id'))
/** The thing on a shelf named by the route. */
export const thingId = (event: H3Event): string => parsed(idSchema, getRouterParam(event, 'id'))

/** The kept state named by the route: its revision on the path, its kind behind it. */
export const stateOf = (event: H3Event): { shotId: string } & z.output<typeof stateSchema> => ({
  shotId: shotId(event),
  ...parsed(stateSchema, { revision: getRouterParam(event, 'revision'), kind: getQuery(event).kind ?? 'regular' }),
})
