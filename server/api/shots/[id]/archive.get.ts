import { api, shotId } from '../../../http/api'
import { setResponseHeader } from 'h3'
import { database } from '../../../db/connection'
import { writeArchive } from '../../../shots/archive'

export default api(async event => {
  const { name, bytes } = await writeArchive(database(), shotId(event))
  const plain =
    name
      .replace(/[^A-Za-z0-9 _-]+/g, '')
      .trim()
      .replace(/\s+/g, '-') || 'shot'
  setResponseHeader(event, 'content-type', 'application/zip')
  setResponseHeader(event, 'content-disposition', `attachment; filename="${plain}.fintro.zip"`)
  return Buffer.from(bytes)
})
