import { api, LARGE_ANSWER_MS } from '../../http/api'
import { bodyBytes } from '../../http/body'
import { database } from '../../db/connection'
import { keepImage, MAX_FILE_BYTES } from '../../media/images'

export default api(
  async event =>
    keepImage(database(), await bodyBytes(event, MAX_FILE_BYTES, 'Footage has at most 64 MB, a picture 32 MB.')),
  LARGE_ANSWER_MS,
)
