import { api, stateOf } from '../../../../http/api'
import { bodyJson } from '../../../../http/body'
import { z } from 'zod'
import { commandIdSchema } from '#core/commands'
import { database } from '../../../../db/connection'
import { parsed } from '../../../../problems/problem'
import { replaceUnreadable } from '../../../../shots/replace'

const named = z.object({ id: commandIdSchema })

/** Puts a kept state in the place of a shot that cannot be read. */
export default api(async event => {
  const { id } = parsed(named, await bodyJson(event, 4096))
  return replaceUnreadable(database(), stateOf(event), id)
})
