import { api, shotId } from '../../../http/api'
import { job } from '../../../jobs/pool'
import { database } from '../../../db/connection'
import { LARGE } from '../../../shots/heavy'
import { shotText, sizeOf } from '../../../shots/shots'

export default api(async event => {
  const id = shotId(event)
  const text = (await sizeOf(database(), id)) > LARGE ? await job('shot.text', { id }) : await shotText(database(), id)
  event.node.res.setHeader('content-type', 'application/json')
  return text
})
