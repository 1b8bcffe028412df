import { api, bodyJson, shotId } from '../../../../http/api'
import { z } from 'zod'
import { label } from '#core/basic'
import { database } from '../../../../db/connection'
import { parsed } from '../../../../http/problem'
import { opened, readShot } from '../../../../shots/shots'
import { keepState, listStates } from '../../../../shots/states'

const mark = z.object({ name: label })

/** Sets a mark: the shot as it is stored now, kept under a name. */
export default api(async event => {
  const [db, id] = [database(), shotId(event)]
  const { name } = parsed(mark, await bodyJson(event, 4096))
  const { revision, document } = await readShot(db, id)
  opened(document)
  await keepState(db, { shotId: id, revision, kind: 'mark', name }, document)
  return { states: await listStates(db, id) }
})
