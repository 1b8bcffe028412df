/** Writes to the browser's store, one after the other. */
export class Writes {
  private last: Promise<unknown> = Promise.resolve()

  /** `failed` is told of each that could not be done; the next ones are done all the same. */
  constructor(private readonly failed: (error: Error) => void) {}

  /** Does a write in its turn; true when the store has it, false where it could not be written. */
  add(work: () => Promise<void>): Promise<boolean> {
    const done = this.last.then(work).then(
      () => true,
      (error: Error) => {
        this.failed(error)
        return false
      },
    )
    this.last = done
    return done
  }

  /** Calls when everything that was added up to now is written. */
  after(call: () => void): void {
    this.last = this.last.then(call)
  }
}
