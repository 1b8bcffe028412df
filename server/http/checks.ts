import { timingSafeEqual } from 'node:crypto'
import type { IncomingMessage } from 'node:http'
import { settings } from '../settings/settings'
import { hostsNamed, isOurOrigin } from '../settings/hosts'
import { Problem } from '../problems/problem'

/** Looks at a request before anything answers it; gives why it is refused, or null. */
export type Check = (request: IncomingMessage) => Problem | null

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])
/** Scripts that write name their token here. */
const TOKEN_HEADER = 'fintro-token'

/** What is asked for here is too much for an address. */
const FINDING = '/api/strokes/find'

/** A page of another site can point a name of its own at this machine: names that are not ours are not answered. */
const toOneOfOurHosts: Check = ({ headers }) =>
  hostsNamed(settings().hosts, headers.host).length
    ? null
    : new Problem(
        421,
        'other-host',
        `This server does not answer under ${shown(headers.host)}. Whoever runs it can add the name to FINTRO_HOSTS.`,
      )

/** An address that names another server in full would be answered as ours. */
const plainTarget: Check = ({ url }) =>
  url?.startsWith('/') ? null : new Problem(400, 'bad-target', 'A request names the address of a page or a route.')

/** Requests that change something come from our own pages, or from scripts that know the token. */
const fromOurPages: Check = request => {
  if (SAFE.has(request.method ?? '')) return null
  const { host = '', origin } = request.headers
  if (origin !== undefined)
    return isOurOrigin(hostsNamed(settings().hosts, host), host, origin)
      ? null
      : new Problem(403, 'other-origin', 'This request came from another site and was refused.')
  // Nothing is changed by it, and no page of another site could read the answer.
  if (request.url?.split('?', 1)[0] === FINDING) return null
  const token = request.headers[TOKEN_HEADER]
  if (token === undefined)
    return new Problem(
      403,
      'no-origin',
      `A request that changes something comes from a page of Fintro, or names the token of this server in the header ${TOKEN_HEADER}.`,
    )
  return isOurToken(String(token)) ? null : new Problem(403, 'other-token', 'The token is not that of this server.')
}

/** Every request goes through these, pages and all routes alike: the door runs them before it lets anything in. */
export const checks: readonly Check[] = [toOneOfOurHosts, plainTarget, fromOurPages]

function isOurToken(given: string): boolean {
  const own = settings().token
  if (own === null) return false
  const [a, b] = [Buffer.from(given), Buffer.from(own)]
  return a.length === b.length && timingSafeEqual(a, b)
}

const shown = (host: string | undefined): string => (host ? `the name ${host.slice(0, 80)}` : 'no name')
