/** Writes to the browser's store, one after the other. */
export class Writes {
  private last: Promise<unknown> = Promise.resolve()

  /** `failed` is told of each that could not be done; the next ones are done all the same. */
  constructor(private readonly failed: (error: Error) => void) {}

  add(work: () => Promise<void>): void {
    this.last = this.last.then(work).catch(this.failed)
  }

  /** Calls when everything that was added up to now is written. */
  after(call: () => void): void {
    this.last = this.last.then(call)
  }
}
