import type { Peaks } from '#core/sound'
import { PIECE, putPiece, silentPeaks } from '#core/sound'
import { SOUND_CLOCK } from '#core/time'
import type { DecodedSound } from './decode'
import { decodeSound, isUnread } from './decode'
import type { PieceAsked, PieceSeen } from './work/peaks.worker'

/** A file of sound: on its way, decoded (its peaks may still be coming), or not to be had, and why. */
export type SoundFile =
  | { readonly state: 'coming' }
  | { readonly state: 'there'; readonly sound: DecodedSound; readonly peaks: Peaks }
  | { readonly state: 'away'; readonly reason: string }

/** A sound that could not be fetched is asked for again after this time. */
const AGAIN_MS = 3000

/** The sounds of the shot that is open, decoded, by the hashes of their files, with their peaks. */
export class SoundLibrary {
  private readonly files = new Map<string, SoundFile>()
  private worker: Worker | null = null
  private closed = false

  constructor(
    private readonly fetched: (file: string) => Promise<Blob>,
    /** Something of a file has come. */
    private readonly came: () => void,
    /** The sample of a file that is looked at, so that the pieces near it come first. */
    private readonly seen: (file: string) => number,
  ) {}

  /** A file as far as it is there; it is asked for where it is not. */
  of(file: string): SoundFile {
    const known = this.files.get(file)
    if (known) return known
    const coming: SoundFile = { state: 'coming' }
    this.files.set(file, coming)
    void this.fetch(file)
    return coming
  }

  /** A sound that was just decoded elsewhere: it needs no fetching. */
  put(file: string, sound: DecodedSound): void {
    if (this.closed || this.files.get(file)?.state === 'there') return
    this.files.set(file, { state: 'there', sound, peaks: silentPeaks(sound.samples, SOUND_CLOCK) })
    this.look(file, sound)
    this.came()
  }

  close(): void {
    this.closed = true
    this.worker?.terminate()
    this.worker = null
    this.files.clear()
  }

  private async fetch(file: string): Promise<void> {
    const bytes = await this.fetched(file).catch(() => null)
    if (this.closed) return
    if (!bytes) {
      setTimeout(() => {
        if (this.closed) return
        this.files.delete(file)
        this.came()
      }, AGAIN_MS)
      return
    }
    const out = await decodeSound(bytes)
    if (this.closed) return
    if (isUnread(out)) {
      this.files.set(file, { state: 'away', reason: out.reason })
      this.came()
    } else this.put(file, out)
  }

  /** Has the peaks worked out, piece by piece: those that are seen first. */
  private look(file: string, { planes, samples }: DecodedSound): void {
    const pieces = Array.from({ length: Math.ceil(samples / PIECE) }, (_, k) => k)
    const near = this.seen(file) / PIECE - 0.5
    pieces.sort((a, b) => Math.abs(a - near) - Math.abs(b - near))
    const next = (): void => {
      const k = pieces.shift()
      if (k === undefined || this.closed) return
      const cut = planes.map(p => p.slice(k * PIECE, (k + 1) * PIECE))
      const asked: PieceAsked = { key: file, from: k * PIECE, planes: cut }
      this.heard.set(`${file} ${k * PIECE}`, next)
      this.atWork().postMessage(
        asked,
        cut.map(p => p.buffer),
      )
    }
    next()
  }
  private readonly heard = new Map<string, () => void>()

  private atWork(): Worker {
    if (this.worker) return this.worker
    this.worker = new Worker(new URL('./work/peaks.worker.ts', import.meta.url), { type: 'module' })
    this.worker.onmessage = ({ data: { key, from, piece } }: MessageEvent<PieceSeen>) => {
      const file = this.files.get(key)
      if (file?.state === 'there') putPiece(file.peaks, from, piece)
      const next = this.heard.get(`${key} ${from}`)
      this.heard.delete(`${key} ${from}`)
      this.came()
      next?.()
    }
    return this.worker
  }
}
