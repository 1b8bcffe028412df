import { api } from '../../http/api'
import { bodyJson } from '../../http/body'
import { findStrokesBody } from '../../http/forms'
import { database } from '../../db/connection'
import { parsed } from '../../problems/problem'
import { findStrokes } from '../../media/strokes'

export default api(async event => ({
  strokes: await findStrokes(database(), parsed(findStrokesBody, await bodyJson(event, 1024 * 1024)).hashes),
}))
