import { api, bodyJson, stateOf } from '../../../../http/api'
import { z } from 'zod'
import { database } from '../../../../db/connection'
import { parsed } from '../../../../http/problem'
import { replaceUnreadable } from '../../../../shots/replace'

const named = z.object({ id: z.string().regex(/^[A-Za-z0-9_-]{8,40}$/) })

/** Puts a kept state in the place of a shot that can not be read. */
export default api(async event => {
  const { id } = parsed(named, await bodyJson(event, 4096))
  return replaceUnreadable(database(), stateOf(event), id)
})
