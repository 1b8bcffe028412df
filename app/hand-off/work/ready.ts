import { ZipPassThrough } from 'fflate'

/** The check sum of bytes (CRC-32), as a zip has it. */
export function checkOf(bytes: Uint8Array): number {
  const file = new ZipPassThrough('')
  file.ondata = () => undefined
  file.push(bytes, true)
  return file.crc
}

/** A file that may go into a zip several times: its bytes, the same as the browser keeps them, and their check sum. */
export interface Ready {
  readonly bytes: Uint8Array<ArrayBuffer>
  readonly blob: Blob
  readonly check: number
}
