import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import type { Sequelize } from 'sequelize'
import { z } from 'zod'
import type { Shot } from '#core/document'
import { imageHashes, openShot, renamed, SCHEMA, storeShot, strokeHashes } from '#core/document'
import { strokeSchema, strokeText } from '#core/stroke'
import { findImage, hashOfBytes, keepImage } from '../media/images'
import { Problem } from '../http/problem'
import { models } from '../db/models'
import { keepShot, readShot } from './shots'
import { findStrokes, hashOf, keepStrokes } from '../media/strokes'

/** The largest archive that is read, packed or unpacked. */
export const MAX_ARCHIVE_BYTES = 512 * 1024 * 1024
const LIMIT = '512 MB'
const MAX_FILES = 200_000

const manifestSchema = z.object({
  format: z.literal('fintro-shot'),
  schema: z.number().int().min(1),
  production: z.string().max(80),
  document: z.object({ file: z.literal('shot.json'), sha256: z.string() }),
})

/**
 * A whole shot as a zip: fintro.json (what this is), shot.json (the document), strokes/HASH.json, images/HASH (the
 * bytes as they came).
 */
export async function writeArchive(db: Sequelize, id: string): Promise<{ name: string; bytes: Uint8Array }> {
  const { document: stored, production } = await readShot(db, id)
  const read = openShot(stored)
  // One that cannot be read goes out as it is stored, with all that was ever named in it.
  const named = read.ok ? { strokes: strokeHashes(read.shot), images: imageHashes(read.shot) } : await everNamed(db, id)
  const strokes = await findStrokes(db, named.strokes)
  const document = JSON.stringify(read.ok ? storeShot(read.shot) : stored)
  const manifest = {
    format: 'fintro-shot',
    schema: read.ok ? SCHEMA : Number(stored.schema) || SCHEMA,
    production,
    document: { file: 'shot.json', sha256: hashOf(document) },
  }
  const files: Record<string, Uint8Array> = {
    'fintro.json': strToU8(JSON.stringify(manifest, null, 2)),
    'shot.json': strToU8(document),
  }
  for (const [hash, stroke] of Object.entries(strokes)) files[`strokes/${hash}.json`] = strToU8(strokeText(stroke))
  for (const hash of named.images) files[`images/${hash}`] = new Uint8Array((await findImage(db, hash)).body)
  return { name: String(stored.name), bytes: zipSync(files, { level: 6 }) }
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
export async function readArchive(db: Sequelize, bytes: Uint8Array, id: string): Promise<{ id: string; name: string }> {
  const files = unpack(bytes)
  const shot = await documentOf(files)
  const strokes = strokeHashes(shot).map(hash => strokeOf(files, hash))
  const images = imageHashes(shot).map(hash => imageOf(files, hash))
  const fresh = openShot(renamed(shot, id))
  if (!fresh.ok) throw new Problem(400, fresh.code, fresh.message)
  const { production } = manifestOf(files)
  return db.transaction(async transaction => {
    await keepStrokes(db, strokes, transaction)
    for (const bytes of images) await keepImage(db, bytes, transaction)
    await keepShot(db, fresh.shot, production.trim() || 'From archives', transaction)
    return { id, name: fresh.shot.name }
  })
}

function unpack(bytes: Uint8Array): Record<string, Uint8Array> {
  if (bytes.length > MAX_ARCHIVE_BYTES)
    throw new Problem(413, 'too-large', `The archive is larger than ${LIMIT}, the most that Fintro reads.`)
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    throw new Problem(400, 'not-an-archive', 'This file is not a Fintro archive: it is no zip file.')
  let sum = 0
  let count = 0
  try {
    return unzipSync(bytes, {
      filter: file => {
        sum += file.originalSize
        count += 1
        if (sum > MAX_ARCHIVE_BYTES || count > MAX_FILES)
          throw new Problem(413, 'too-large', `The archive unpacks to more than ${LIMIT}, the most that Fintro reads.`)
        return (
          file.name === 'fintro.json' ||
          file.name === 'shot.json' ||
          /^(strokes\/[0-9a-f]{64}\.json|images\/[0-9a-f]{64})$/.test(file.name)
        )
      },
    })
  } catch (error) {
    if (error instanceof Problem) throw error
    throw new Problem(400, 'damaged', 'The archive is cut off or damaged. Nothing was taken from it.')
  }
}

const DAMAGED = (what: string) =>
  new Problem(400, 'damaged', `The archive is damaged: ${what}. Nothing was taken from it.`)

function json(files: Record<string, Uint8Array>, name: string): unknown {
  try {
    return JSON.parse(strFromU8(files[name]!))
  } catch {
    throw DAMAGED(`${name} cannot be read`)
  }
}

function manifestOf(files: Record<string, Uint8Array>) {
  if (!files['fintro.json'])
    throw new Problem(400, 'not-an-archive', 'This zip file is not a Fintro archive: it has no fintro.json.')
  const manifest = manifestSchema.safeParse(json(files, 'fintro.json'))
  if (!manifest.success) throw new Problem(400, 'not-an-archive', 'This zip file is not a Fintro archive of a shot.')
  return manifest.data
}

async function documentOf(files: Record<string, Uint8Array>): Promise<Shot> {
  const manifest = manifestOf(files)
  if (manifest.schema > SCHEMA)
    throw new Problem(
      400,
      'later-schema',
      `This archive was made by a later Fintro (schema ${manifest.schema}; this one reads up to ${SCHEMA}).`,
    )
  const document = files['shot.json']
  if (!document) throw DAMAGED('shot.json is missing')
  if (hashOf(strFromU8(document)) !== manifest.document.sha256) throw DAMAGED('shot.json is not what was packed')
  const read = openShot(json(files, 'shot.json'))
  if (!read.ok) throw new Problem(400, read.code, read.message)
  return read.shot
}

function imageOf(files: Record<string, Uint8Array>, hash: string): Buffer {
  const bytes = files[`images/${hash}`]
  if (!bytes) throw DAMAGED('a picture is missing')
  if (hashOfBytes(bytes) !== hash) throw DAMAGED('a picture is not what was packed')
  return Buffer.from(bytes)
}

function strokeOf(files: Record<string, Uint8Array>, hash: string) {
  const name = `strokes/${hash}.json`
  if (!files[name]) throw DAMAGED('a stroke is missing')
  const stroke = strokeSchema.safeParse(json(files, name))
  if (!stroke.success || hashOf(strokeText(stroke.data)) !== hash) throw DAMAGED('a stroke is not what was packed')
  return stroke.data
}
