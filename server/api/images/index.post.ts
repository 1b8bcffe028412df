import { api, LARGE_ANSWER_MS } from '../../http/api'
import { bodyBytes } from '../../http/body'
import { database } from '../../db/connection'
import { keepImage, MAX_IMAGE_BYTES } from '../../media/images'

export default api(
  async event => keepImage(database(), await bodyBytes(event, MAX_IMAGE_BYTES, 'A picture has at most 32 MB.')),
  LARGE_ANSWER_MS,
)
