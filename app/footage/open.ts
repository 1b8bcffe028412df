import type { Decoded } from '~/sync/bitmaps'
import type { Answer, FootageFound, Question } from './work/messages'

export type { FootageFound } from './work/messages'

/** Footage that is not read, and why. */
export interface NotRead {
  readonly reason: string
  /** False where it may have a sound all the same: it only has no picture. */
  readonly silent: boolean
}

/** Footage that a worker has open. */
export class OpenFootage {
  private constructor(
    private readonly worker: Worker,
    readonly found: FootageFound,
  ) {}

  /** Opens it in a worker of its own; gives the reason where it is not read. */
  static open(bytes: Blob): Promise<OpenFootage | NotRead> {
    const worker = new Worker(new URL('./work/footage.worker.ts', import.meta.url), { type: 'module' })
    return new Promise(done => {
      const refuse = (reason: string, pictureless = false): void => {
        worker.terminate()
        done({ reason, silent: !pictureless })
      }
      worker.onerror = () => refuse('Reading it broke off: there may be too little memory.')
      worker.onmessage = ({ data }: MessageEvent<Answer>) => {
        if (data.told === 'open') done(new OpenFootage(worker, data.found))
        else if (data.told === 'refused') refuse(data.reason, data.pictureless)
      }
      worker.postMessage({ ask: 'open', bytes } satisfies Question)
    })
  }

  /** Asks for pictures of moments, the most urgent first; what was asked before and has not come is given up. */
  ask(
    seconds: readonly number[],
    hear: { picture: (second: number, picture: Decoded | null) => void; done: () => void },
  ): void {
    this.worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.told === 'picture') hear.picture(data.second, data.picture)
      else if (data.told === 'done') hear.done()
    }
    this.worker.onerror = () => hear.done()
    this.worker.postMessage({ ask: 'pictures', seconds: [...seconds] } satisfies Question)
  }

  close(): void {
    this.worker.terminate()
  }
}

/** Larger files are not read, bytes. */
const MOST_BYTES = 64 * 1024 * 1024
const megabytes = (bytes: number): number => Math.round(bytes / 1024 / 1024)
/** Why a file that is too large is not read, in a sentence; null where it is not. */
export const tooLargeFile = ({ size }: Blob, most: number): string | null =>
  size > most ? `It has ${megabytes(size)} MB; at most ${megabytes(most)} MB are read.` : null

export const isNotRead = (x: object): x is NotRead => 'reason' in x

/** What a file of footage is, or why it is not read; nothing of it stays open. */
export async function footageIn(file: Blob): Promise<FootageFound | NotRead> {
  const reason = tooLargeFile(file, MOST_BYTES)
  if (reason) return { reason, silent: true }
  const open = await OpenFootage.open(file)
  if (isNotRead(open)) return open
  open.close()
  return open.found
}
