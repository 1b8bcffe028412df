// Other parts of the project meet this file by its type alone, and find those of Nitro's inside nowhere else.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../nitro.d.ts" />
import { handlers } from '#nitro-internal-virtual/server-handlers'
import { api } from '../http/api'
import { Problem } from '../problems/problem'
import { methodsAt } from '../http/routes'

/** Addresses that no route has, and methods that a route does not have. */
export default api(async ({ path, method, node }) => {
  const methods = methodsAt(handlers, path)
  if (!methods.length) throw new Problem(404, 'no-route', 'There is nothing at this address.')
  const allow = methods.join(', ')
  node.res.setHeader('allow', allow)
  if (method !== 'OPTIONS') throw new Problem(405, 'other-method', `This address takes ${allow}.`)
  node.res.statusCode = 204
  return ''
})
