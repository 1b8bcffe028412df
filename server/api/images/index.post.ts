import { database } from '../../db/connection'
import { keepImage, MAX_IMAGE_BYTES } from '../../services/images'

export default api(async event =>
  keepImage(database(), await bodyBytes(event, MAX_IMAGE_BYTES, 'A picture has at most 32 MB.')),
)
