import { sha256 as digest } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'

/**
 * The SHA-256 of a text or of bytes, in hexadecimal digits. At once, so that what it names can be kept before the window
 * is closed; and not by the browser, which does it on secure pages only.
 */
export const sha256 = (content: string | ArrayBuffer): string =>
  bytesToHex(digest(typeof content === 'string' ? utf8ToBytes(content) : new Uint8Array(content)))

/** The SHA-256 of many bytes, in hexadecimal digits: by the browser where it does it, which is quicker. */
export async function sha256OfBytes(bytes: ArrayBuffer): Promise<string> {
  const { subtle } = globalThis.crypto ?? {}
  return subtle ? bytesToHex(new Uint8Array(await subtle.digest('SHA-256', bytes))) : sha256(bytes)
}
