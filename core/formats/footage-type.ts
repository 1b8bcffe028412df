/** The kinds of footage that come in. */
export type FootageType = 'video/mp4' | 'video/quicktime' | 'video/webm' | 'video/x-matroska' | 'image/gif'

/** The first bytes that are enough to tell it. */
export const FOOTAGE_HEAD = 64

/**
 * What kind of footage a file is by its first bytes: the `ftyp` box (or an older file's first box) of ISO/IEC 14496-12
 * and QuickTime, the EBML head of Matroska (RFC 8794, RFC 9559) with its document type, the signature of GIF89a. Null for
 * anything else.
 */
export function footageType(head: Uint8Array): FootageType | null {
  const text = String.fromCharCode(...head.subarray(0, FOOTAGE_HEAD))
  if (/^GIF8[79]a/.test(text)) return 'image/gif'
  if (text.startsWith('\x1a\x45\xdf\xa3'))
    return text.includes('webm') ? 'video/webm' : text.includes('matroska') ? 'video/x-matroska' : null
  const box = text.slice(4, 8)
  if (box === 'ftyp') return text.slice(8, 10) === 'qt' ? 'video/quicktime' : 'video/mp4'
  return ['moov', 'mdat', 'wide', 'free', 'skip'].includes(box) ? 'video/quicktime' : null
}
