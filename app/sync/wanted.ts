import DataLoader from 'dataloader'

/** At most this many hashes are asked for at once. */
const BATCH = 1000
/** After a failure they are asked for again no sooner than this. */
const AGAIN_MS = 3000

/**
 * Things that are fetched by their hash when someone wants them: those wanted in one go come by one request, each once.
 */
export class Wanted {
  private readonly loader: DataLoader<string, null>

  /** `load` fetches and keeps them; `come` is told afterwards, and when those that failed can be asked for again. */
  constructor(
    private readonly load: (hashes: string[]) => Promise<void>,
    private readonly come: () => void,
  ) {
    this.loader = new DataLoader(hashes => this.batch(hashes), {
      maxBatchSize: BATCH,
      batchScheduleFn: done => setTimeout(done),
    })
  }

  want(hash: string): void {
    this.loader.load(hash).catch(() => {})
  }

  /** Fetches all of these now. Throws what `load` throws. */
  async fetch(hashes: readonly string[]): Promise<void> {
    for (let i = 0; i < hashes.length; i += BATCH) await this.load(hashes.slice(i, i + BATCH))
  }

  private async batch(hashes: readonly string[]): Promise<null[]> {
    try {
      await this.load([...hashes])
      this.come()
    } catch {
      setTimeout(() => {
        for (const h of hashes) this.loader.clear(h)
        this.come()
      }, AGAIN_MS)
    }
    return hashes.map(() => null)
  }
}
