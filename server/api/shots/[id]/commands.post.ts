import { database } from '../../../db/connection'
import { commit, commitSchema, MAX_COMMIT_BYTES } from '../../../services/commit'
import { parsed } from '../../../services/problem'
import type { Command } from '#core/commands'

export default api(async event => {
  const { base, commands } = parsed(commitSchema, await bodyJson(event, MAX_COMMIT_BYTES))
  return commit(database(), shotId(event), base, commands as Command[])
})
