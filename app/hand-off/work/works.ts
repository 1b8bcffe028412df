import type { Told } from '../given'

/** How often messages to a worker are heard, ms. */
const HEAR_MS = 80
/** How often progress is told, ms: more often could not be read, and each time the page is drawn anew. */
const TELL_MS = 200

/** Work that is under way: it can be stopped, and tells how far it is. */
export class Work {
  stopped = false
  private heard = performance.now()
  private lastTold = performance.now()

  constructor(private readonly told: Told) {}

  /** Tells how far it is now and then, and lets the worker hear what it is told meanwhile. */
  async at(share: number, words: string): Promise<void> {
    const now = performance.now()
    if (now - this.heard < HEAR_MS) return
    if (now - this.lastTold >= TELL_MS) {
      this.told(share, words)
      this.lastTold = now
    }
    await new Promise(heard => setTimeout(heard))
    this.heard = performance.now()
  }
}

/** What a worker is at; a stop means what was begun before it. */
export class Works {
  private readonly under = new Set<Work>()

  begin(told: Told): Work {
    const work = new Work(told)
    this.under.add(work)
    return work
  }
  end(work: Work): void {
    this.under.delete(work)
  }
  stop(): void {
    for (const work of this.under) work.stopped = true
  }
}
