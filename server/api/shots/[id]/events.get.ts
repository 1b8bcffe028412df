import { createEventStream } from 'h3'
import { database } from '../../../db/connection'
import { onRevision } from '../../../services/events'
import { requireShot } from '../../../services/shots'

const PING_MS = 15_000

/** Tells each new revision of the shot, a number, to an open window. */
export default api(async (event) => {
  const id = shotId(event)
  const row = await requireShot(database(), id)
  const stream = createEventStream(event)
  const off = await onRevision(id, revision => void stream.push(String(revision)))
  const ping = setInterval(() => void stream.push({ event: 'ping', data: '' }), PING_MS)
  stream.onClosed(() => {
    clearInterval(ping)
    off()
  })
  void stream.push(String(row.revision))
  return stream.send()
})
