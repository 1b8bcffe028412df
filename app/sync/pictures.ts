import { bitmaps } from './bitmaps'
import { browserStore } from './browser-store'
import { sha256 } from './hash'
import { server } from './server'

/** After a failure a picture is asked for again no sooner than this. */
const AGAIN_MS = 3000

/** Fetches the pictures of a shot when something wants to draw them, and keeps new ones until the server has them. */
export class Pictures {
  private readonly asked = new Set<string>()

  /** `arrived` is told when one that was asked for has come. */
  constructor(private readonly arrived: () => void) {
    bitmaps.fetchBy(file => void this.fetch(file))
  }

  /** Keeps a picture in the browser until the server has it, and gives the hash that names it. */
  async add(bytes: Blob): Promise<string> {
    const hash = await sha256(await bytes.arrayBuffer())
    bitmaps.put(hash, await createImageBitmap(bytes))
    await browserStore.keepImage(hash, bytes)
    return hash
  }

  /** All of these, decoded anew, for what needs them at once. Throws ServerAway where one cannot be fetched. */
  all = (files: readonly string[]): Promise<(readonly [file: string, bitmap: ImageBitmap])[]> =>
    Promise.all(files.map(async file => [file, await this.decoded(file)] as const))

  close(): void {
    bitmaps.fetchBy(null)
    bitmaps.clear()
  }

  private async decoded(file: string): Promise<ImageBitmap> {
    return createImageBitmap((await browserStore.keptImage(file)) ?? (await server.image(file)))
  }

  private async fetch(file: string): Promise<void> {
    if (this.asked.has(file)) return
    this.asked.add(file)
    try {
      bitmaps.put(file, await this.decoded(file))
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
