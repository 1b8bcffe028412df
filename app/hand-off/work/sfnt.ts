import { unzlibSync } from 'fflate'

const [HEADER, ENTRY, WOFF_HEADER, WOFF_ENTRY] = [12, 16, 44, 20]

/**
 * A font as TrueType or OpenType, from WOFF: its tables unpacked and put in line (W3C WOFF File Format 1.0). Readers of fonts
 * look a few bytes behind a table, which packed ones have not. Throws RangeError for what is no WOFF.
 */
export function sfntOf(woff: Uint8Array): Uint8Array {
  const from = new DataView(woff.buffer, woff.byteOffset, woff.byteLength)
  if (woff.length < WOFF_HEADER || from.getUint32(0) !== 0x774f4646) throw new RangeError('This is no WOFF font.')
  const count = from.getUint16(12)
  const tables = Array.from({ length: count }, (_, i) => {
    const at = WOFF_HEADER + i * WOFF_ENTRY
    const [tag, offset, packed, length, sum] = [0, 4, 8, 12, 16].map(k => from.getUint32(at + k)) as [
      number,
      number,
      number,
      number,
      number,
    ]
    const bytes = woff.subarray(offset, offset + packed)
    return { tag, sum, bytes: packed < length ? unzlibSync(bytes) : bytes }
  })
  const padded = (n: number): number => (n + 3) & ~3
  const size = tables.reduce((n, t) => n + padded(t.bytes.length), HEADER + ENTRY * count)
  const out = new Uint8Array(size)
  const to = new DataView(out.buffer)
  const power = 2 ** Math.floor(Math.log2(count))
  to.setUint32(0, from.getUint32(4))
  to.setUint16(4, count)
  to.setUint16(6, power * 16)
  to.setUint16(8, Math.log2(power))
  to.setUint16(10, (count - power) * 16)
  let place = HEADER + ENTRY * count
  tables.forEach((t, i) => {
    const at = HEADER + i * ENTRY
    to.setUint32(at, t.tag)
    to.setUint32(at + 4, t.sum)
    to.setUint32(at + 8, place)
    to.setUint32(at + 12, t.bytes.length)
    out.set(t.bytes, place)
    place += padded(t.bytes.length)
  })
  return out
}
