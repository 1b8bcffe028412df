import { api } from '../http/api'
import { createEventStream, getQuery } from 'h3'
import { z } from 'zod'
import { shotIdSchema } from '#core/basic'
import { database } from '../db/connection'
import { models } from '../db/models'
import { parsed } from '../http/problem'
import { onRevision } from '../live/events'

const PING_MS = 15_000

/** One stream tells of so many shots at most: all that one browser has open. */
const MOST_SHOTS = 100
const wanted = z
  .union([z.string(), z.array(z.string())])
  .transform(v => [...new Set([v].flat())])
  .pipe(z.array(shotIdSchema).min(1).max(MOST_SHOTS))

/** Tells each new revision of some shots, as "id revision", to the open windows of one browser. */
export default api(async event => {
  const ids = parsed(wanted, getQuery(event).shot)
  const now = () => models(database()).ShotRow.findAll({ where: { id: ids }, attributes: ['id', 'revision'] })
  const stream = createEventStream(event)
  const push = (id: string, revision: number) => void stream.push(`${id} ${revision}`)
  const off = await Promise.all(ids.map(id => onRevision(id, revision => push(id, revision))))
  // Keeps the connection open, and heals an announcement that was lost with another server.
  const ping = setInterval(() => {
    now()
      .then(list => list.forEach(r => push(r.id, r.revision)))
      .catch(() => stream.push({ event: 'ping', data: '' }))
  }, PING_MS)
  stream.onClosed(() => {
    clearInterval(ping)
    for (const stop of off) stop()
  })
  // After listening began, so that nothing in between is missed.
  const sent = stream.send()
  for (const r of await now().catch(() => [])) push(r.id, r.revision)
  return sent
})
