import type { Told } from '../given'

/** How often progress is told and messages to a worker are heard, ms. */
const EVERY_MS = 80

/** Work that is under way: it can be stopped, and tells how far it is. */
export class Work {
  stopped = false
  private last = performance.now()

  constructor(private readonly told: Told) {}

  /** Tells how far it is now and then, and lets the worker hear what it is told meanwhile. */
  async at(share: number, words: string): Promise<void> {
    if (performance.now() - this.last < EVERY_MS) return
    this.told(share, words)
    await new Promise(heard => setTimeout(heard))
    this.last = performance.now()
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
