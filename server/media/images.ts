import { createHash } from 'node:crypto'
import { imageSize } from 'image-size'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { FOOTAGE_HEAD, footageType } from '#core/formats/footage-type'
import { soundType } from '#core/formats/sound-type'
import { models } from '../db/models'
import { Problem } from '../problems/problem'
import { needed, noteLeftover } from './leftovers'
import type { Place } from './store'
import { bytesAt, imageKey, placeForNew, putBytes } from './store'

/** The largest picture that is kept. */
export const MAX_IMAGE_BYTES = 32 * 1024 * 1024
const MAX_SIDE = 16_384
/** What a picture takes decoded counts, not its file: four bytes a pixel, a quarter of a gigabyte. */
const MAX_PIXELS = 64 * 1024 * 1024
const TYPES: Record<string, string> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' }

export const hashOfBytes = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** The largest file of footage, or of a sound, that is kept. */
export const MAX_FILE_BYTES = 64 * 1024 * 1024

/** What a file is, and how large it is seen, px; of footage that is for those who decode it, of a sound nothing. */
interface Seen {
  readonly type: string
  readonly width: number | null
  readonly height: number | null
}

/** What a file says of itself at its beginning; a problem where it is none that is kept here. */
export function lookAt(bytes: Uint8Array): Seen {
  const head = bytes.subarray(0, FOOTAGE_HEAD)
  const played = soundType(head) ?? footageType(head)
  if (played) return { type: played, width: null, height: null }
  if (bytes.length > MAX_IMAGE_BYTES) throw new Problem(413, 'too-large', 'A picture has at most 32 MB.')
  let size: { type?: string; width: number; height: number }
  try {
    size = imageSize(bytes)
  } catch {
    throw new Problem(
      400,
      'not-an-image',
      [
        'This file is no PNG, JPEG or WebP picture, no MP4, MOV, WebM, MKV or GIF and no WAV, MP3, OGG, FLAC or M4A,',
        'or its beginning is damaged.',
      ].join(' '),
    )
  }
  const type = TYPES[size.type ?? '']
  if (!type)
    throw new Problem(
      400,
      'not-an-image',
      `Pictures of the kind ${size.type ?? 'unknown'} are not read: PNG, JPEG and WebP are.`,
    )
  const against = tooLargeToRead(size.width, size.height)
  if (against) throw new Problem(400, 'too-large', `The picture ${against}.`)
  return { type, width: size.width, height: size.height }
}

/** Why a picture of a size in px is not read, in a sentence that begins with what it is; null where it is. */
function tooLargeToRead(width: number, height: number): string | null {
  const size = `${width} × ${height} px`
  if (!(width >= 1 && height >= 1)) return `is ${size}`
  if (Math.max(width, height) > MAX_SIDE) return `is ${size}; at most ${MAX_SIDE} px a side are read`
  const millions = (n: number) => Math.floor(n / 1e6)
  return width * height > MAX_PIXELS
    ? `is ${size}, ${millions(width * height)} million in all; at most ${millions(MAX_PIXELS)} million are read`
    : null
}

/** Keeps a picture, footage or a sound by the hash of its bytes. Keeping one twice makes it young again, as with strokes. */
export async function keepImage(
  db: Sequelize,
  bytes: Buffer,
  outer?: Transaction,
): Promise<{ hash: string } & Omit<Seen, 'type'>> {
  const { type, width, height } = lookAt(bytes)
  const hash = hashOfBytes(bytes)
  const place = placeForNew()
  if (place === 's3') await noteLeftover(db, hash)
  const work = async (transaction: Transaction): Promise<void> => {
    const [row] = await db.query<{ fresh: boolean }>(
      `INSERT INTO images (hash, type, width, height, place) VALUES ($1, $2, $3, $4, $5)
       ON CONFLICT (hash) DO UPDATE SET stored_at = now() WHERE images.stored_at < now() - interval '1 hour'
       RETURNING xmax = 0 AS fresh`,
      { bind: [hash, type, width, height, place], type: QueryTypes.SELECT, transaction },
    )
    if (row?.fresh) await putBytes(db, place, imageKey(hash), bytes, transaction)
    if (place === 's3') await needed(db, hash, transaction)
  }
  await (outer ? work(outer) : db.transaction(work))
  return { hash, width, height }
}

export interface KeptImage {
  readonly type: string
  readonly body: Buffer
}

/** A picture with its bytes. One that is just being moved to another place is looked for there. */
export async function findImage(db: Sequelize, hash: string, tries = 2): Promise<KeptImage> {
  const row = await models(db).ImageRow.findByPk(hash, { attributes: ['type', 'place'] })
  if (!row) throw new Problem(404, 'no-image', 'There is no such picture.')
  const body = await bytesAt(db, row.place, imageKey(hash))
  if (body) return { type: row.type, body }
  if (tries > 1) return findImage(db, hash, tries - 1)
  throw new Problem(404, 'no-bytes', 'The bytes of this picture are missing where they should be kept.')
}

/**
 * Takes the bytes of a picture to another place; people may work meanwhile. False where they are not what they should
 * be, and stay where they are.
 */
export async function moveImage(db: Sequelize, hash: string, to: Place): Promise<boolean> {
  const key = imageKey(hash)
  if (to === 's3') await noteLeftover(db, hash)
  return db.transaction(async transaction => {
    const [row] = await db.query<{ place: Place }>('SELECT place FROM images WHERE hash = $1 FOR UPDATE', {
      bind: [hash],
      type: QueryTypes.SELECT,
      transaction,
    })
    if (!row || row.place === to) return true
    const bytes = await bytesAt(db, row.place, key)
    if (!bytes || hashOfBytes(bytes) !== hash) return false
    await putBytes(db, to, key, bytes, transaction)
    if (to === 's3') {
      await db.query(`UPDATE images SET place = 's3', body = NULL WHERE hash = $1`, { bind: [hash], transaction })
      await needed(db, hash, transaction)
    } else await noteLeftover(db, hash, transaction)
    return true
  })
}
