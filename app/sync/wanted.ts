/** At most this many hashes are asked for at once. */
const BATCH = 1000
/** After a failure they are asked for again no sooner than this. */
const AGAIN_MS = 3000

/** Things that are fetched by their hash when someone wants them: those wanted in one go come by one request, each once. */
export class Wanted {
  private readonly waiting = new Set<string>()
  private readonly asked = new Set<string>()
  private planned = false

  /** `load` fetches and keeps them; `come` is told afterwards. */
  constructor(private readonly load: (hashes: string[]) => Promise<void>, private readonly come: () => void) {}

  want(hash: string): void {
    if (this.asked.has(hash)) return
    this.asked.add(hash)
    this.waiting.add(hash)
    if (this.planned) return
    this.planned = true
    setTimeout(() => {
      this.planned = false
      const all = [...this.waiting]
      this.waiting.clear()
      void this.ask(all)
    })
  }

  /** Fetches all of these now. Throws what `load` throws. */
  async fetch(hashes: readonly string[]): Promise<void> {
    for (let i = 0; i < hashes.length; i += BATCH) await this.load(hashes.slice(i, i + BATCH))
  }

  private async ask(hashes: readonly string[]): Promise<void> {
    try {
      await this.fetch(hashes)
      this.come()
    }
    catch {
      setTimeout(() => {
        for (const h of hashes) this.asked.delete(h)
        this.come()
      }, AGAIN_MS)
    }
  }
}
