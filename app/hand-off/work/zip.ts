import type { ZipInputFile } from 'fflate'
import { Unzip, UnzipPassThrough, Zip, ZipPassThrough } from 'fflate'
import type { Ready } from './ready'
import { checkOf } from './ready'
import type { Scratch } from './scratch'

/** What is given is all of a file. */
const WHOLE = true

/** Files put into a zip as they come: what is in them is compressed already. */
export class ZipInto {
  private readonly zip: Zip
  private fault: Error | null = null
  private kept: { readonly bytes: Uint8Array; readonly blob: Blob } | null = null
  constructor(private readonly scratch: Scratch) {
    this.zip = new Zip((error, data) => {
      try {
        if (error) throw error
        const bytes = data as Uint8Array<ArrayBuffer>
        if (data === this.kept?.bytes && scratch.put) scratch.put(this.kept.blob)
        else scratch.write(bytes)
      } catch (e) {
        this.fault ??= e as Error
      }
    })
  }

  /** Throws where there is no room for it. */
  add(name: string, bytes: Uint8Array<ArrayBuffer>): void {
    this.put(name, bytes, checkOf(bytes))
  }

  /** Throws where there is no room for it. */
  addReady(name: string, { bytes, blob, check }: Ready): void {
    this.kept = { bytes, blob }
    this.put(name, bytes, check)
  }

  private put(filename: string, bytes: Uint8Array<ArrayBuffer>, crc: number): void {
    const file: ZipInputFile = { filename, size: bytes.length, crc, compression: 0 }
    this.zip.add(file)
    file.ondata!(null, bytes, WHOLE)
    if (this.fault) throw this.fault
  }

  /** A whole file, read part by part. */
  async addFile(name: string, file: Blob): Promise<void> {
    const into = new ZipPassThrough(name)
    this.zip.add(into)
    await eachPart(file, (part, last) => into.push(part, last))
    if (this.fault) throw this.fault
  }

  async done(): Promise<Blob> {
    this.zip.end()
    if (this.fault) throw this.fault
    return this.scratch.done('application/zip')
  }

  /** Everything in another zip, in a folder. */
  async addAll(zip: Blob, folder: string): Promise<void> {
    const reading = new Unzip(file => {
      const parts: Uint8Array[] = []
      file.ondata = (error, data, final) => {
        if (error) throw error
        parts.push(data)
        if (!final) return
        const whole = new Uint8Array(parts.reduce((n, p) => n + p.length, 0))
        let at = 0
        for (const p of parts) {
          whole.set(p, at)
          at += p.length
        }
        this.add(`${folder}/${file.name}`, whole)
      }
      file.start()
    })
    reading.register(UnzipPassThrough)
    await eachPart(zip, (part, last) => reading.push(part, last))
    if (this.fault) throw this.fault
  }
}

async function eachPart(file: Blob, take: (part: Uint8Array, last: boolean) => void): Promise<void> {
  const stream = file.stream().getReader()
  for (;;) {
    const { done, value } = await stream.read()
    take(value ?? new Uint8Array(0), done)
    if (done) return
  }
}
