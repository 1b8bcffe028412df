import { footageNamed } from '#core/picture'
import { bitmaps } from './bitmaps'
import { browserStore } from './browser-store'
import { sha256OfBytes } from './hash'
import { server, ServerRefusal } from './server'
import type { Writes } from './writes'

/** After a failure a picture is asked for again no sooner than this. */
const AGAIN_MS = 3000

/** Fetches the pictures of a shot when something wants to draw them, and keeps new ones until the server has them. */
export class Pictures {
  private readonly asked = new Set<string>()
  /** New ones that the server has not been given. */
  private readonly unsent = new Map<string, Blob>()
  /** Given to the server (or refused by it), and still in the browser's store. */
  private readonly given = new Set<string>()

  /** `arrived` is told when one that was asked for has come. */
  constructor(
    private readonly writes: Writes,
    private readonly arrived: () => void,
  ) {
    bitmaps.fetchBy(file => void this.fetch(file))
  }

  /** Keeps a picture, and has it decoded for drawing at once. */
  add = async (bytes: Blob): Promise<string> => {
    const hash = await this.keep(bytes)
    bitmaps.put(hash, await createImageBitmap(bytes))
    return hash
  }

  /**
   * Keeps a picture in the browser until the server has it, and gives the hash that names it. It is decoded when it is
   * drawn: many at once would not fit in memory.
   */
  keep = async (bytes: Blob): Promise<string> => {
    const hash = await sha256OfBytes(await bytes.arrayBuffer())
    this.unsent.set(hash, bytes)
    await this.writes.add(() => browserStore.keepImage(hash, bytes))
    return hash
  }

  /** Takes up the pictures that only this browser has. Throws where its store cannot be read. */
  async takeUpKept(): Promise<void> {
    for (const { hash, bytes } of await browserStore.keptImages()) this.unsent.set(hash, bytes)
  }

  /** Gives the server what it has not been given. `refused` is told of one that it does not take. */
  async send(refused: (reason: string) => void): Promise<void> {
    for (const [hash, bytes] of this.unsent) {
      await server.keepImage(bytes).catch((error: Error) => {
        // What is not taken is told and let go; the change that names it is refused by name then.
        if (!(error instanceof ServerRefusal && error.forGood)) throw error
        refused(error.message)
      })
      this.unsent.delete(hash)
      this.given.add(hash)
    }
  }

  /** As with strokes. */
  async letGo(named: ReadonlySet<string>): Promise<void> {
    for (const hash of [...this.given].filter(h => !named.has(h))) {
      this.given.delete(hash)
      await browserStore.dropImage(hash)
    }
  }

  /** The bytes of all of these, for what needs them at once. Throws ServerAway where some cannot be fetched. */
  all = (files: readonly string[]): Promise<(readonly [file: string, bytes: Blob])[]> =>
    Promise.all(files.map(async file => [file, await this.bytes(file)] as const))

  close(): void {
    bitmaps.fetchBy(null)
    bitmaps.clear()
  }

  /** The bytes of one file. Throws ServerAway where they cannot be fetched. */
  async bytes(file: string): Promise<Blob> {
    const kept = this.unsent.get(file) ?? (await browserStore.keptImage(file).catch(() => undefined))
    return kept ?? server.image(file)
  }

  private async fetch(file: string): Promise<void> {
    // Moments of footage are decoded by those who open it.
    if (this.asked.has(file) || footageNamed(file)) return
    this.asked.add(file)
    try {
      bitmaps.put(file, await createImageBitmap(await this.bytes(file)))
      this.asked.delete(file)
      this.arrived()
    } catch {
      // Until it can be asked for again a frame stands for it.
      setTimeout(() => {
        this.asked.delete(file)
        this.arrived()
      }, AGAIN_MS)
    }
  }
}
