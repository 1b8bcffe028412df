import type { H3Event } from 'h3'
import { defineEventHandler, getHeader, getRequestHost } from 'h3'
import { Problem } from '../services/problem'
import { answerProblem } from '../utils/api'

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Writing requests come from our own pages: another page's origin is refused. */
export default defineEventHandler(event => {
  if (!SAFE.has(event.method) && foreignOrigin(event))
    return answerProblem(
      event,
      new Problem(403, 'other-origin', 'This request came from another site and was refused.'),
    )
})

/** True where a request says that it comes from another site's page. */
export function foreignOrigin(event: H3Event): boolean {
  const origin = getHeader(event, 'origin')
  const site = getHeader(event, 'sec-fetch-site')
  return origin
    ? hostOf(origin) !== getRequestHost(event)
    : site !== undefined && site !== 'same-origin' && site !== 'none'
}

function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null
}
