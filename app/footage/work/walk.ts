/** What is walked along: something with a place in time that is closed when it is not needed any more. */
interface Step {
  readonly timestamp: number
  close: () => void
}

/** So many pictures are decoded to get to one that is ahead; from further away one begins anew before it. */
const FAR = 48

/**
 * Goes along decoded pictures and keeps the one where it is, so that what is asked for in order is decoded once. Going
 * back, or far ahead, begins anew.
 */
export class Walk<T extends Step> {
  private steps: AsyncGenerator<T, void, unknown> | null = null
  private here: { index: number; step: T } | null = null

  /** `begin` gives the pictures from a moment on; `starts` are when they begin, seconds in order. */
  constructor(
    private readonly begin: (second: number) => AsyncGenerator<T, void, unknown>,
    private readonly starts: readonly number[],
  ) {}

  /** The picture that is seen at a moment, seconds: it stays open until the next is asked for. Null where there is none. */
  async at(second: number): Promise<T | null> {
    const index = Math.max(
      0,
      this.starts.findLastIndex(s => s <= second + 1e-6),
    )
    const ahead = this.here ? index - this.here.index : -1
    if (ahead === 0) return this.here!.step
    if (ahead < 0 || ahead > FAR || !this.steps) await this.beginAt(index)
    while (this.steps) {
      const next = await this.steps.next()
      if (next.done) break
      this.leave()
      const at = this.starts.findLastIndex(s => s <= next.value.timestamp + 1e-6)
      this.here = { index: at, step: next.value }
      if (at >= index) return next.value
    }
    await this.end()
    return null
  }

  private async beginAt(index: number): Promise<void> {
    await this.end()
    this.steps = this.begin(this.starts[index]!)
  }

  private leave(): void {
    this.here?.step.close()
    this.here = null
  }

  async end(): Promise<void> {
    this.leave()
    const { steps } = this
    this.steps = null
    await steps?.return().catch(() => undefined)
  }
}
