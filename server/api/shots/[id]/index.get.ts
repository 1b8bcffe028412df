import { api, shotId } from '../../../http/api'
import { job } from '../../../jobs/pool'
import { database } from '../../../db/connection'
import { shotText, sizeOf } from '../../../shots/shots'

/** Shots whose pieces are longer than this, as text, are put together in a thread of their own. */
const LONG = 512 * 1024

export default api(async event => {
  const id = shotId(event)
  const text = (await sizeOf(database(), id)) > LONG ? await job('shot.text', { id }) : await shotText(database(), id)
  event.node.res.setHeader('content-type', 'application/json')
  return text
})
