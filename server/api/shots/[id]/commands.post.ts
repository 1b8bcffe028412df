import { api, bodyJson, shotId } from '../../../http/api'
import { database } from '../../../db/connection'
import { commit, commitSchema, MAX_COMMIT_BYTES } from '../../../shots/commit'
import { parsed } from '../../../http/problem'
import type { Command } from '#core/commands'

export default api(async event => {
  const { base, commands } = parsed(commitSchema, await bodyJson(event, MAX_COMMIT_BYTES))
  return commit(database(), shotId(event), base, commands as Command[])
})
