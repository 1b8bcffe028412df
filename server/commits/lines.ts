/** One who waits for a turn. */
interface Waiting<T, R> {
  readonly turn: T
  readonly done: (result: R) => void
  readonly fail: (error: unknown) => void
}

/**
 * Lines of turns, one for each key. Those who come while others are served are served together, in the order they came,
 * as many at once as `fits` allows.
 */
export class Lines<K, T, R, H = null> {
  private readonly lines = new Map<K, Waiting<T, R>[]>()

  constructor(
    private readonly serve: (key: K, turns: readonly T[], held: H | null) => Promise<readonly R[]>,
    /** Whether one more may be served with these. */
    private readonly fits: (turns: readonly T[], next: T) => boolean,
    /** Whether a fault is nobody's own: then it is told to all at once. */
    private readonly concernsAll: (error: unknown) => boolean,
    /** What takes time before turns can be served, if anything does: who comes meanwhile is served as well. */
    private readonly prepare?: (key: K, next: T) => Promise<H | null> | null,
  ) {}

  take(key: K, turn: T): Promise<R> {
    return new Promise((done, fail) => {
      const line = this.lines.get(key)
      if (line) line.push({ turn, done, fail })
      else {
        const fresh = [{ turn, done, fail }]
        this.lines.set(key, fresh)
        void this.work(key, fresh)
      }
    })
  }

  private async work(key: K, line: Waiting<T, R>[]): Promise<void> {
    while (line.length) {
      const ready = this.prepare?.(key, line[0]!.turn) ?? null
      const held = ready && (await ready)
      const served: Waiting<T, R>[] = [line.shift()!]
      while (
        line.length &&
        this.fits(
          served.map(w => w.turn),
          line[0]!.turn,
        )
      )
        served.push(line.shift()!)
      await this.serveAll(key, served, held)
    }
    this.lines.delete(key)
  }

  /** Where several fail together each is tried alone, so that one cannot take the others with it. */
  private async serveAll(key: K, served: readonly Waiting<T, R>[], held: H | null): Promise<void> {
    try {
      const results = await this.serve(
        key,
        served.map(w => w.turn),
        held,
      )
      served.forEach((w, i) => w.done(results[i]!))
    } catch (error) {
      if (served.length === 1 || this.concernsAll(error)) for (const one of served) one.fail(error)
      else for (const one of served) await this.serveAll(key, [one], null)
    }
  }
}
