import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { api, LONG_ANSWER_MS, shotId } from '../../../http/api'
import { withFolder } from '../../../http/body'
import { job } from '../../../jobs/pool'

export default api(async event => {
  const { res } = event.node
  await withFolder(async folder => {
    const file = join(folder, 'archive')
    const { name } = await job('archive.write', { id: shotId(event), file })
    res.setHeader('content-type', 'application/zip')
    res.setHeader('content-disposition', `attachment; filename="${plainName(name)}.fintro.zip"`)
    res.setHeader('content-length', (await stat(file)).size)
    await pipeline(createReadStream(file), res).catch((error: NodeJS.ErrnoException) => {
      // Who asked went away before the end.
      if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error
    })
  })
}, LONG_ANSWER_MS)

const plainName = (name: string): string =>
  name
    .replace(/[^A-Za-z0-9 _-]+/g, '')
    .trim()
    .replace(/\s+/g, '-') || 'shot'
