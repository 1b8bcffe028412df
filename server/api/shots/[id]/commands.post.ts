import { api, LARGE_ANSWER_MS, shotId } from '../../../http/api'
import { bodyJson } from '../../../http/body'
import { database } from '../../../db/connection'
import { commit, commitSchema, MAX_COMMIT_BYTES } from '../../../commits/commit'
import { parsed } from '../../../problems/problem'
import type { Command } from '#core/commands'

export default api(async event => {
  const { base, incarnation, commands } = parsed(commitSchema, await bodyJson(event, MAX_COMMIT_BYTES))
  return commit(database(), shotId(event), base, commands as Command[], incarnation)
}, LARGE_ANSWER_MS)
