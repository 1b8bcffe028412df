import { mixed, textHash } from '../basic'
import type { Runs } from '../sheet'
import { isRuns } from '../sheet'
import type { Shot } from './document'

/** Of every object of a document, once: documents are never changed, so what two of them share is not gone over again. */
const known = new WeakMap<object, number>()
const chunks = new WeakMap<Runs['chunks'][number], { readonly hash: number; readonly power: number }>()

const BASE = 0x01000193
const [OF_NULL, OF_FALSE, OF_TRUE] = [1, 2, 3]
const [OF_TEXT, OF_KEY, OF_NUMBER, OF_LIST, OF_RECORD] = [11, 12, 13, 14, 15]

const bits = new DataView(new ArrayBuffer(8))
function numberHash(n: number): number {
  bits.setFloat64(0, n === 0 ? 0 : n)
  return mixed(bits.getInt32(0) ^ Math.imul(mixed(bits.getInt32(4) + OF_NUMBER), BASE))
}

/** A record's hash is a sum over its entries: their order does not count. An entry that is undefined is none. */
const entryHash = (key: string, value: number): number => mixed(textHash(key, OF_KEY) ^ Math.imul(value, BASE))

/** A list's hash is a polynomial over its entries, so that parts of a list can be put together. */
const appended = (list: number, entry: number): number => (Math.imul(list, BASE) + entry) | 0

/** The entries of an exposure, whose names are always the same. */
const runHash = (id: string, drawing: string | null, frames: number): number =>
  mixed(
    OF_RECORD +
      entryHash('id', textHash(id, OF_TEXT)) +
      entryHash('drawing', drawing === null ? OF_NULL : textHash(drawing, OF_TEXT)) +
      entryHash('frames', numberHash(frames)),
  )

function chunkHash(chunk: Runs['chunks'][number]): { readonly hash: number; readonly power: number } {
  const found = chunks.get(chunk)
  if (found) return found
  let [hash, power] = [0, 1]
  for (const [i, run] of chunk.alike.entries()) {
    hash = appended(hash, runHash(run.id, run.drawing, chunk.lengths?.[i] ?? run.frames))
    power = Math.imul(power, BASE)
  }
  const made = { hash, power }
  chunks.set(chunk, made)
  return made
}

/** The same as the hash of the exposures as a list, whichever chunks they stand in. */
function runsHash(runs: Runs): number {
  let hash = 0
  for (const chunk of runs.chunks) {
    const part = chunkHash(chunk)
    hash = (Math.imul(hash, part.power) + part.hash) | 0
  }
  return mixed(hash + OF_LIST)
}

function made(value: object): number {
  if (isRuns(value)) return runsHash(value)
  if (Array.isArray(value)) return mixed(value.reduce<number>((list, v) => appended(list, hashOf(v)), 0) + OF_LIST)
  let sum = OF_RECORD
  for (const [key, v] of Object.entries(value)) if (v !== undefined) sum = (sum + entryHash(key, hashOf(v))) | 0
  return mixed(sum)
}

/** A 32-bit number for a value of a document. */
function hashOf(value: unknown): number {
  if (typeof value === 'string') return textHash(value, OF_TEXT)
  if (typeof value === 'number') return numberHash(value)
  if (typeof value !== 'object' || value === null)
    return value === true ? OF_TRUE : value === false ? OF_FALSE : OF_NULL
  const found = known.get(value)
  if (found !== undefined) return found
  const hash = made(value)
  known.set(value, hash)
  return hash
}

/**
 * A number of 32 bits for a whole document, put together from those of its parts: the same wherever the document is the
 * same, whatever the order of keys, and at the cost of what changed. Two documents that differ by a fault have the same
 * one in one case of four thousand million.
 */
export const documentHash = (shot: Shot): number => hashOf(shot) >>> 0
