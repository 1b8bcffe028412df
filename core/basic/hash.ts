/** The end of MurmurHash3 (A. Appleby, public domain): spreads 32 bits so that each bit of the result hangs on all. */
export function mixed(n: number): number {
  let h = n | 0
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return h ^ (h >>> 16)
}

/**
 * A 32-bit number for a text, the same everywhere; other seeds give numbers that have nothing to do with each other.
 * FNV-1a over its UTF-16 units (G. Fowler, L. C. Noll, K.-P. Vo), then mixed. To tell things apart, not to keep secrets.
 */
export function textHash(text: string, seed = 0): number {
  let h = 0x811c9dc5 ^ seed
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193)
  return mixed(h)
}
