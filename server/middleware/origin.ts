import { defineEventHandler, getHeader, getRequestHost } from 'h3'
import { Problem } from '../services/problem'
import { answerProblem } from '../utils/api'

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Writing requests come from our own pages: another page's origin is refused. */
export default defineEventHandler((event) => {
  if (SAFE.has(event.method)) return
  const origin = getHeader(event, 'origin')
  const site = getHeader(event, 'sec-fetch-site')
  const foreign = origin ? hostOf(origin) !== getRequestHost(event) : site !== undefined && site !== 'same-origin' && site !== 'none'
  if (foreign) return answerProblem(event, new Problem(403, 'other-origin', 'This request came from another site and was refused.'))
})

function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null
}
