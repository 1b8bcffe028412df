import { api } from '../http/api'
import { getQuery, setResponseHeader } from 'h3'
import { database } from '../db/connection'
import { parsed } from '../problems/problem'
import { eventsQuery } from '../http/forms'
import { eventStream } from '../http/stream'
import type { At } from '../live/events'
import { onRevision, whereNow } from '../live/events'

/** Tells each new revision of some shots, as "id revision incarnation", to the open windows of one browser. */
export default api(async event => {
  const { shot: ids } = parsed(eventsQuery, getQuery(event))
  if (event.context.headOnly) {
    // What would come, without a stream that would go to nobody.
    setResponseHeader(event, 'content-type', 'text/event-stream')
    return ''
  }
  const stream = eventStream(event)
  const push = (id: string, { revision, incarnation }: At) => stream.push(`${id} ${revision} ${incarnation}`)
  const offs = await Promise.all(ids.map(id => onRevision(id, at => push(id, at))))
  stream.whenOver(() => offs.forEach(off => off()))
  // After listening began, so that nothing in between is missed.
  const now = await whereNow(database(), ids).catch(() => new Map<string, At>())
  for (const [id, at] of now) push(id, at)
})
