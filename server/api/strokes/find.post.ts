import { api } from '../../http/api'
import { bodyJson } from '../../http/body'
import { z } from 'zod'
import { hashSchema } from '#core/basic'
import { database } from '../../db/connection'
import { parsed } from '../../problems/problem'
import { findStrokes } from '../../media/strokes'

const body = z.object({ hashes: z.array(hashSchema).min(1).max(5000) })

export default api(async event => ({
  strokes: await findStrokes(database(), parsed(body, await bodyJson(event, 1024 * 1024)).hashes),
}))
