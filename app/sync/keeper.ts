import type { Command } from '#core/commands'
import { picturesIn, strokesIn } from '#core/commands'
import type { Ahead } from './ahead'
import { ahead } from './ahead'
import type { UndoStep } from './browser-store'
import { browserStore } from './browser-store'
import type { Outbox } from './outbox'
import type { Pictures } from './pictures'
import type { Strokes } from './strokes'
import type { UndoSteps } from './undo-steps'
import type { Writes } from './writes'

/** What a window keeps for its shot. */
export interface Kept {
  readonly writes: Writes
  readonly strokes: Strokes
  readonly pictures: Pictures
  readonly steps: UndoSteps
  readonly outbox: Outbox
}

/**
 * Keeps what is done in this browser until the server has it: written down at once, then in the store; and takes up what
 * windows before left there.
 */
export class Keeper {
  /** What was written down ahead of the store, by command. */
  private readonly written = new Map<string, string>()

  constructor(
    private readonly shot: string,
    private readonly kept: Kept,
  ) {}

  /** Takes up what the windows before left. `failed` is told where the store does not give it. */
  async takeUp(failed: () => void): Promise<void> {
    const { strokes, pictures, steps } = this.kept
    try {
      await strokes.takeUpKept()
      await pictures.takeUpKept()
      await steps.read()
    } catch {
      failed()
    }
    for (const { key, what } of ahead.left(this.shot)) await this.takeUpAhead(key, what)
  }

  /** A command was done, and its undo step. */
  keep(command: Command, step: UndoStep | null): void {
    const { writes, strokes, outbox } = this.kept
    const key = ahead.put(this.shot, { command, step, strokes: strokes.notStored(strokesIn(JSON.stringify(command))) })
    if (key) this.written.set(command.id, key)
    outbox.add(command, key ? 'kept' : 'here')
    void writes
      .add(() => browserStore.addWaiting(this.shot, [command]))
      .then(stored => {
        if (!stored) return
        this.crossOut([command.id])
        outbox.stored(command.id)
      })
    writes.after(() => outbox.sendSoon())
  }

  /** The server has these, or will never take them. */
  async settled(commands: readonly Command[]): Promise<void> {
    const ids = new Set(commands.map(c => c.id))
    await this.kept.outbox.drop(ids)
    this.crossOut(ids)
  }

  /** All is sent: strokes and pictures that no command of any shot names any more need not be kept here. */
  async letGo(): Promise<void> {
    try {
      const waiting = JSON.stringify(await browserStore.allWaiting())
      await this.kept.strokes.letGo(new Set(strokesIn(waiting)))
      await this.kept.pictures.letGo(new Set(picturesIn(waiting)))
    } catch {
      // Without a store nothing is kept in it.
    }
  }

  private async takeUpAhead(key: string, { command, step, strokes }: Ahead): Promise<void> {
    for (const { hash, stroke } of strokes) this.kept.strokes.takeUp(hash, stroke)
    try {
      await browserStore.keepStrokes(strokes)
      if (step) await browserStore.addUndoStep(step)
      await browserStore.addWaiting(this.shot, [command])
      await this.kept.steps.read()
      ahead.drop(key)
    } catch {
      this.kept.outbox.add(command, 'kept')
      this.written.set(command.id, key)
    }
  }

  private crossOut(ids: Iterable<string>): void {
    for (const id of ids) {
      ahead.drop(this.written.get(id) ?? null)
      this.written.delete(id)
    }
  }
}
