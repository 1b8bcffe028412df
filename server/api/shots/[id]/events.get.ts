import { api, shotId } from '../../../http/api'
import { createEventStream } from 'h3'
import { database } from '../../../db/connection'
import { models } from '../../../db/models'
import { onRevision } from '../../../live/events'
import { requireShot } from '../../../shots/shots'

const PING_MS = 15_000

/** Tells each new revision of the shot, a number, to an open window. */
export default api(async event => {
  const id = shotId(event)
  const row = await requireShot(database(), id)
  const stream = createEventStream(event)
  const off = await onRevision(id, revision => void stream.push(String(revision)))
  // Keeps the connection open, and heals an announcement that was lost with another server.
  const ping = setInterval(() => {
    models(database())
      .ShotRow.findByPk(id, { attributes: ['revision'] })
      .then(now => stream.push(String(now?.revision ?? row.revision)))
      .catch(() => stream.push({ event: 'ping', data: '' }))
  }, PING_MS)
  stream.onClosed(() => {
    clearInterval(ping)
    off()
  })
  void stream.push(String(row.revision))
  return stream.send()
})
