import type { H3Event } from 'h3'
import {
  defineEventHandler,
  getHeader,
  getQuery,
  getRouterParam,
  readRawBody,
  setResponseHeader,
  setResponseHeaders,
  setResponseStatus,
} from 'h3'
import { z } from 'zod'
import { shotIdSchema } from '#core/basic'
import { parsed, Problem } from './problem'

/**
 * The one place where a refusal or a fault becomes a problem document; what was not foreseen becomes a plain sentence.
 */
export const api = <T>(handler: (event: H3Event) => Promise<T>) =>
  defineEventHandler(async event => {
    try {
      setResponseHeaders(event, {
        'cache-control': 'no-store',
        'x-content-type-options': 'nosniff',
        'cross-origin-resource-policy': 'same-origin',
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
      })
      answer(event, await handler(event))
    } catch (error) {
      answerProblem(event, asProblem(error))
    }
  })

/**
 * Sends what a route gives: bytes and text as they are, everything else as JSON. What streams has sent itself. At once
 * and not by the general way out, which waits for a turn of the event loop and asks hooks that are there for pages.
 */
function answer(event: H3Event, given: unknown): void {
  const { res } = event.node
  if (event.handled || given === undefined) return
  if (typeof given === 'string' || given instanceof Uint8Array) res.end(given)
  else {
    if (!res.hasHeader('content-type')) res.setHeader('content-type', 'application/json')
    res.end(JSON.stringify(given))
  }
}

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error
  const name = (error as Error)?.name ?? ''
  if (name.startsWith('SequelizeConnection'))
    return new Problem(
      503,
      'no-database',
      'The database does not answer. What you did is kept in the browser and sent again.',
    )
  console.error(error)
  return new Problem(500, 'fault', 'Something went wrong in the server. What you did is kept in the browser.')
}

export function answerProblem(event: H3Event, problem: Problem): void {
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  answer(event, problem.body)
}

/** The shot named by the route. */
export const shotId = (event: H3Event): string => parsed(shotIdSchema, getRouterParam(event, 'id'))

/** The bytes of the body, refused above a limit (by its stated length first). */
export async function bodyBytes(event: H3Event, limit: number, sentence: string): Promise<Buffer> {
  if (Number(getHeader(event, 'content-length') ?? 0) > limit) throw new Problem(413, 'too-large', sentence)
  const body = await readRawBody(event, false)
  if (!body?.length) throw new Problem(400, 'empty', 'The request came without a body.')
  if (body.length > limit) throw new Problem(413, 'too-large', sentence)
  return body
}

/** The body as JSON, refused above a limit. */
export async function bodyJson(event: H3Event, limit: number): Promise<unknown> {
  const bytes = await bodyBytes(event, limit, `A request has at most ${Math.round(limit / 1024 / 1024)} MB.`)
  try {
    return JSON.parse(bytes.toString('utf8'))
  } catch {
    throw new Problem(400, 'not-json', 'The request is not JSON.')
  }
}

const stateSchema = z.object({
  revision: z.coerce.number().int().min(0),
  kind: z.enum(['regular', 'upgrade', 'mark', 'unreadable']),
})

/** The kept state named by the route: its revision on the path, its kind behind it. */
export const stateOf = (event: H3Event): { shotId: string } & z.output<typeof stateSchema> => ({
  shotId: shotId(event),
  ...parsed(stateSchema, { revision: getRouterParam(event, 'revision'), kind: getQuery(event).kind ?? 'regular' }),
})
