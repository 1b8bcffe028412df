import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { unzipSync } from 'fflate'
import { z } from 'zod'
import type { StoredShot } from '#core/document'
import type { Stroke } from '#core/stroke'
import { strokeSchema } from '#core/stroke'
import type { Kept } from '../app/hand-off/given-stored'
import { Fault } from './fault'

const manifestSchema = z.object({
  format: z.literal('fintro-shot'),
  production: z.string(),
  document: z.object({ sha256: z.string() }),
})

/** A shot from an archive (docs/archive.md), and what it names beside its document. Throws Fault. */
export async function fromArchive(file: string): Promise<{ document: StoredShot; production: string; kept: Kept }> {
  const bytes = await readFile(file)
  let files: Record<string, Uint8Array>
  try {
    files = unzipSync(bytes)
  } catch {
    throw new Fault(`${file} is damaged, cut off, or no archive.`)
  }
  const text = (name: string): string => {
    const found = files[name]
    if (!found) throw new Fault(`${file} is no archive of a shot: ${name} is not in it.`)
    return new TextDecoder().decode(found)
  }
  const manifest = manifestSchema.safeParse(json(text('fintro.json')))
  if (!manifest.success) throw new Fault(`${file} is no archive of a shot.`)
  const document = text('shot.json')
  if (createHash('sha256').update(document).digest('hex') !== manifest.data.document.sha256)
    throw new Fault(`${file} is damaged: its document is not what it was.`)
  const kept: Kept = {
    findStrokes: async hashes => ({
      strokes: Object.fromEntries(
        hashes.flatMap((h): [string, Stroke][] => {
          const read = files[`strokes/${h}.json`] && strokeSchema.safeParse(json(text(`strokes/${h}.json`)))
          return read && read.success ? [[h, read.data]] : []
        }),
      ),
    }),
    image: async hash => {
      const found = files[`images/${hash}`]
      if (!found) throw new Fault(`A picture is missing in ${file}.`)
      return new Blob([found as BlobPart])
    },
  }
  return { document: json(document) as StoredShot, production: manifest.data.production, kept }
}

function json(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}
