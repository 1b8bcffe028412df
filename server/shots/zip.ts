import { open } from 'node:fs/promises'
import yauzl from 'yauzl'
import { Problem } from '../problems/problem'

/** All that is taken out of one zip file has so many bytes at most, by what it says and while it is unpacked. */
export const UNPACKED_LIMIT = 512 * 1024 * 1024
const LIMIT = '512 MB'
const MOST_FILES = 200_000

/** A zip file that is read piece by piece. */
export interface Zip {
  /** The bytes of a file in it, of so many at most; null where it has none of this name. Throws Problem. */
  readonly read: (name: string, limit: number) => Promise<Buffer | null>
  readonly close: () => void
}

export const damaged = (what: string): Problem =>
  new Problem(400, 'damaged', `The archive is damaged: ${what}. Nothing was taken from it.`)
const cutOff = () => new Problem(400, 'damaged', 'The archive is cut off or damaged. Nothing was taken from it.')
const tooLarge = () =>
  new Problem(413, 'too-large', `The archive unpacks to more than ${LIMIT}, the most that Fintro reads.`)

/** Opens a zip file on the disk; files in it that are not `wanted` are passed over. Throws Problem. */
export async function openZip(file: string, wanted: (name: string) => boolean): Promise<Zip> {
  if (!(await startsAsZip(file)))
    throw new Problem(400, 'not-an-archive', 'This file is not a Fintro archive: it is no zip file.')
  const entries = new Map<string, yauzl.Entry>()
  let zip: yauzl.ZipFile | null = null
  try {
    zip = await yauzl.openPromise(file, { autoClose: false })
    let [sum, count] = [0, 0]
    for await (const entry of zip.eachEntry()) {
      if (++count > MOST_FILES) throw tooLarge()
      if (!wanted(entry.fileName)) continue
      sum += entry.uncompressedSize
      if (sum > UNPACKED_LIMIT) throw tooLarge()
      if (entries.has(entry.fileName)) throw damaged(`${entry.fileName} is in it twice`)
      entries.set(entry.fileName, entry)
    }
  } catch (error) {
    zip?.close()
    throw error instanceof Problem ? error : cutOff()
  }
  const opened = zip
  return {
    read: async (name, limit) => {
      const entry = entries.get(name)
      return entry ? bytesOf(opened, entry, limit) : null
    },
    close: () => opened.close(),
  }
}

/** The bytes of one file. More of them than it says are an error of the reader's; more than the limit stop it. */
async function bytesOf(zip: yauzl.ZipFile, entry: yauzl.Entry, limit: number): Promise<Buffer> {
  if (entry.uncompressedSize > limit) throw tooLarge()
  const parts: Buffer[] = []
  try {
    const stream = await zip.openReadStreamPromise(entry)
    for await (const part of stream) parts.push(part as Buffer)
  } catch {
    throw cutOff()
  }
  return Buffer.concat(parts)
}

async function startsAsZip(file: string): Promise<boolean> {
  const handle = await open(file)
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(2), 0, 2, 0)
    return bytesRead === 2 && buffer.toString('latin1') === 'PK'
  } finally {
    await handle.close()
  }
}
