import { createWriteStream } from 'node:fs'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { Sequelize, Transaction } from 'sequelize'
import yazl from 'yazl'
import { z } from 'zod'
import type { Shot } from '#core/document'
import { fileHashes, openShot, SCHEMA, storeShot, strokeHashes } from '#core/document'
import type { Stroke } from '#core/stroke'
import { strokeSchema, strokeText } from '#core/stroke'
import { plainJson } from '../problems/json'
import { Problem } from '../problems/problem'
import { models } from '../db/models'
import { findImage, hashOfBytes, keepImage, MAX_FILE_BYTES } from '../media/images'
import { findStrokes, hashOf, keepStrokes } from '../media/strokes'
import { freeAmong } from './names'
import { keepShot, readShot } from './shots'
import { damaged, openZip, UNPACKED_LIMIT } from './zip'
import type { Zip } from './zip'

/** The largest archive that is read, packed; unpacked it may take as much. */
export const MAX_ARCHIVE_BYTES = UNPACKED_LIMIT
/** The largest document in it; the most exposures that a shot holds take about 55 MB (90 characters each). */
const MAX_DOCUMENT_BYTES = 64 * 1024 * 1024
const MAX_MANIFEST_BYTES = 64 * 1024
const MAX_STROKE_BYTES = 2 * 1024 * 1024
/** Strokes go to and from the database so many at once. */
const STROKES = 200

const NAMES = /^(fintro\.json|shot\.json|strokes\/[0-9a-f]{64}\.json|images\/[0-9a-f]{64})$/

const manifestSchema = z.object({
  format: z.literal('fintro-shot'),
  schema: z.number().int().min(1),
  production: z.string().max(80),
  document: z.object({ file: z.literal('shot.json'), sha256: z.string() }),
})

/**
 * Writes a whole shot to a file, as a zip: fintro.json (what this is), shot.json (the document), strokes/HASH.json,
 * images/HASH (the bytes as they came). What goes in is fetched when its turn comes, so that little is held at a time.
 */
export async function writeArchive(db: Sequelize, id: string, file: string): Promise<{ name: string }> {
  const { document: stored, production } = await readShot(db, id)
  const read = openShot(stored)
  // One that cannot be read goes out as it is stored, with all that was ever named in it.
  const named = read.ok ? { strokes: strokeHashes(read.shot), images: fileHashes(read.shot) } : await everNamed(db, id)
  const document = JSON.stringify(read.ok ? storeShot(read.shot) : stored)
  const manifest = {
    format: 'fintro-shot',
    schema: read.ok ? SCHEMA : Number(stored.schema) || SCHEMA,
    production,
    document: { file: 'shot.json', sha256: hashOf(document) },
  }
  const zip = new yazl.ZipFile()
  const failing = new Promise<never>((_, fail) => zip.on('error', fail))
  zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 2)), 'fintro.json')
  zip.addBuffer(Buffer.from(document), 'shot.json')
  const strokes = strokesInOrder(db, await keptOf(db, named.strokes))
  for (const hash of strokes.hashes)
    lazily(zip, `strokes/${hash}.json`, 'smaller', async () => Buffer.from(strokeText(await strokes.get(hash))))
  for (const hash of named.images) lazily(zip, `images/${hash}`, 'as-is', async () => (await findImage(db, hash)).body)
  zip.end()
  await Promise.race([pipeline(zip.outputStream, createWriteStream(file)), failing])
  return { name: String(stored.name) }
}

function lazily(zip: yazl.ZipFile, name: string, how: 'smaller' | 'as-is', bytes: () => Promise<Buffer>): void {
  zip.addReadStreamLazy(name, { compress: how === 'smaller' }, give => {
    bytes().then(
      found => give(null, Readable.from([found])),
      (error: Error) => give(error, Readable.from([])),
    )
  })
}

/** Those of some strokes that are kept. */
async function keptOf(db: Sequelize, hashes: readonly string[]): Promise<string[]> {
  const rows = await models(db).StrokeRow.findAll({ where: { hash: [...hashes] }, attributes: ['hash'] })
  const there = new Set(rows.map(r => r.hash))
  return hashes.filter(h => there.has(h))
}

/** Strokes that are asked for one after the other, fetched a few ahead. */
function strokesInOrder(db: Sequelize, hashes: readonly string[]) {
  const places = new Map(hashes.map((h, i) => [h, i]))
  let held: Record<string, Stroke> = {}
  return {
    hashes,
    get: async (hash: string): Promise<Stroke> => {
      const at = places.get(hash)!
      if (!held[hash]) held = await findStrokes(db, hashes.slice(at, at + STROKES))
      return held[hash]!
    },
  }
}

async function everNamed(db: Sequelize, shotId: string): Promise<{ strokes: string[]; images: string[] }> {
  const { ShotStroke, ShotImage } = models(db)
  const [strokes, images] = [
    await ShotStroke.findAll({ where: { shotId } }),
    await ShotImage.findAll({ where: { shotId } }),
  ]
  return { strokes: strokes.map(s => s.hash), images: images.map(i => i.hash) }
}

/** Reads an archive as a new shot under the id given. Nothing is kept unless all of it is good. */
export async function readArchive(db: Sequelize, file: string, id: string): Promise<{ id: string; name: string }> {
  const zip = await openZip(file, name => NAMES.test(name))
  try {
    const { production, sha256 } = await manifestOf(zip)
    const shot = await documentOf(zip, sha256)
    return await db.transaction(async transaction => {
      await takeStrokes(db, zip, strokeHashes(shot), transaction)
      for (const hash of fileHashes(shot)) await keepImage(db, await imageOf(zip, hash), transaction)
      const home = production.trim() || 'From archives'
      const { free: name } = await freeAmong(db, { wanted: shot.name, production: home, shot: id }, transaction)
      await keepShot(db, { ...shot, id, name }, home, transaction)
      return { id, name }
    })
  } finally {
    zip.close()
  }
}

async function takeStrokes(db: Sequelize, zip: Zip, hashes: readonly string[], transaction: Transaction) {
  for (let at = 0; at < hashes.length; at += STROKES) {
    const some: Stroke[] = []
    for (const hash of hashes.slice(at, at + STROKES)) some.push(await strokeOf(zip, hash))
    await keepStrokes(db, some, transaction)
  }
}

async function json(zip: Zip, name: string, limit: number): Promise<{ sha256: string; value: unknown } | null> {
  const bytes = await zip.read(name, limit)
  if (!bytes) return null
  try {
    return { sha256: hashOfBytes(bytes), value: plainJson(bytes) }
  } catch (error) {
    if (error instanceof Problem && error.code !== 'not-json') throw error
    throw damaged(`${name} cannot be read`)
  }
}

async function manifestOf(zip: Zip): Promise<{ production: string; sha256: string }> {
  const found = await json(zip, 'fintro.json', MAX_MANIFEST_BYTES)
  if (!found) throw new Problem(400, 'not-an-archive', 'This zip file is not a Fintro archive: it has no fintro.json.')
  const manifest = manifestSchema.safeParse(found.value)
  if (!manifest.success) throw new Problem(400, 'not-an-archive', 'This zip file is not a Fintro archive of a shot.')
  const { schema, production, document } = manifest.data
  if (schema > SCHEMA)
    throw new Problem(
      400,
      'later-schema',
      `This archive was made by a later Fintro (schema ${schema}; this one reads up to ${SCHEMA}).`,
    )
  return { production, sha256: document.sha256 }
}

async function documentOf(zip: Zip, sha256: string): Promise<Shot> {
  const found = await json(zip, 'shot.json', MAX_DOCUMENT_BYTES)
  if (!found) throw damaged('shot.json is missing')
  if (found.sha256 !== sha256) throw damaged('shot.json is not what was packed')
  const read = openShot(found.value)
  if (!read.ok) throw new Problem(400, read.code, read.message)
  return read.shot
}

async function imageOf(zip: Zip, hash: string): Promise<Buffer> {
  const bytes = await zip.read(`images/${hash}`, MAX_FILE_BYTES)
  if (!bytes) throw damaged('a picture is missing')
  if (hashOfBytes(bytes) !== hash) throw damaged('a picture is not what was packed')
  return bytes
}

async function strokeOf(zip: Zip, hash: string): Promise<Stroke> {
  const found = await json(zip, `strokes/${hash}.json`, MAX_STROKE_BYTES)
  if (!found) throw damaged('a stroke is missing')
  const stroke = strokeSchema.safeParse(found.value)
  if (!stroke.success || hashOf(strokeText(stroke.data)) !== hash) throw damaged('a stroke is not what was packed')
  return stroke.data
}
