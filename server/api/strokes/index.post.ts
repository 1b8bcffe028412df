import { api, bodyJson } from '../../http/api'
import { z } from 'zod'
import { strokeSchema } from '#core/stroke'
import { database } from '../../db/connection'
import { parsed } from '../../http/problem'
import { keepStrokes } from '../../media/strokes'

const MAX_BYTES = 32 * 1024 * 1024
const body = z.object({ strokes: z.array(strokeSchema).min(1).max(500) })

export default api(async event => ({
  hashes: await keepStrokes(database(), parsed(body, await bodyJson(event, MAX_BYTES)).strokes),
}))
