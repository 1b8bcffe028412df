/** The kinds of sounds that come in. */
export const SOUND_TYPES = ['audio/wav', 'audio/mpeg', 'audio/ogg', 'audio/flac', 'audio/mp4', 'audio/aac'] as const
export type SoundType = (typeof SOUND_TYPES)[number]

/** The first bytes that are enough to tell it. */
export const SOUND_HEAD = 16

/**
 * What kind of sound a file is by its first bytes: RIFF with the form WAVE; an ID3v2 tag or the head of an MPEG frame of
 * layer III (ISO/IEC 11172-3) or of AAC (ADTS, ISO/IEC 13818-7); Ogg (RFC 3533); FLAC (RFC 9639); an `ftyp` box with an
 * M4A brand. Null for anything else.
 */
export function soundType(head: Uint8Array): SoundType | null {
  const text = String.fromCharCode(...head.subarray(0, SOUND_HEAD))
  if (text.startsWith('RIFF') && text.slice(8, 12) === 'WAVE') return 'audio/wav'
  if (text.startsWith('OggS')) return 'audio/ogg'
  if (text.startsWith('fLaC')) return 'audio/flac'
  if (text.startsWith('ID3')) return 'audio/mpeg'
  if (text.slice(4, 8) === 'ftyp' && /^M4[AB] /.test(text.slice(8, 12))) return 'audio/mp4'
  const [first = 0, second = 0] = head
  if (first !== 0xff || (second & 0xe0) !== 0xe0) return null
  const layer = (second >> 1) & 3
  if (layer === 1) return 'audio/mpeg'
  return layer === 0 && (second & 0xf0) === 0xf0 ? 'audio/aac' : null
}
