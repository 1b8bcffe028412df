import type { H3Event } from 'h3'
import { getHeader, getRequestHost } from 'h3'
import { Problem } from './problem'

/** Looks at a request before anything answers it; gives why it is refused, or null. */
export type Check = (event: H3Event) => Problem | null

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Writing requests come from our own pages: another page's origin is refused. */
const fromOurPages: Check = event =>
  !SAFE.has(event.method) && foreignOrigin(event)
    ? new Problem(403, 'other-origin', 'This request came from another site and was refused.')
    : null

/** Every request goes through these, pages and all routes alike: the door runs them before it lets anything in. */
export const checks: readonly Check[] = [fromOurPages]

/** True where a request says that it comes from another site's page. */
function foreignOrigin(event: H3Event): boolean {
  const origin = getHeader(event, 'origin')
  const site = getHeader(event, 'sec-fetch-site')
  if (origin) return hostOf(origin) !== getRequestHost(event)
  return site !== undefined && site !== 'same-origin' && site !== 'none'
}

function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null
}
