import { api, stateOf } from '../../../../http/api'
import { database } from '../../../../db/connection'
import { requireShot } from '../../../../shots/shots'
import { stateText } from '../../../../shots/states'

export default api(async event => {
  const asked = stateOf(event)
  const row = await requireShot(database(), asked.shotId)
  const { state, text } = await stateText(database(), asked)
  event.node.res.setHeader('content-type', 'application/json')
  // The document goes out as the text it is kept as.
  return `{"production":${JSON.stringify(row.production!.name)},"state":${JSON.stringify(state)},"document":${text}}`
})
