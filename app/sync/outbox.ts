import type { Command } from '#core/commands'
import { upgradedCommand } from '#core/commands'
import { SCHEMA } from '#core/document'
import { firstBatch } from './batches'
import { browserStore } from './browser-store'
import { exclusive } from './exclusive'
import { ServerAway, ServerRefusal } from './server'

/** One sending of commands: well below what the server takes at once (16 MB). */
const BATCH = { most: 100, characters: 4_000_000 }
/** Pauses before what failed is tried again; they grow up to the last one. */
const RETRY_MS = [500, 1000, 2000, 3000, 5000, 10_000, 30_000]
export const lengthOf = (value: unknown): number => JSON.stringify(value).length

/** How saving goes: all is stored, on the way, the server is not there, or it refuses. */
export type OutboxState = 'saved' | 'saving' | 'away' | 'gone'

export interface OutboxPort {
  /**
   * Sends commands and takes in the answer. Throws ServerAway or ServerRefusal where there is none: then nothing of it
   * is taken for done.
   */
  readonly deliver: (commands: Command[]) => Promise<void>
  /** One command is refused for good; it is out of what waits. */
  readonly aside: (command: Command, reason: string) => Promise<void>
  /** Everything was sent. */
  readonly sent: () => Promise<void>
  /** The server refuses what waits; told once for each reason. */
  readonly refused: (reason: string) => void
  /** The commands that this window did, by id, in the order it did them. */
  readonly order: () => string[]
  readonly changed: () => void
}

/**
 * The commands that wait to be sent, oldest first: those that the browser's store has, from all windows, and those that
 * only this window has. They go in batches; what fails is tried again with growing pauses, for ever.
 */
export class Outbox {
  state: OutboxState = 'saved'
  /** Done here and not in the store (yet, or because there is none). */
  private unstored: { readonly command: Command; readonly ahead: boolean }[] = []
  /** Taken out of what waits. Some were sent before their turn in the store came, and are stored after it. */
  private readonly gone = new Set<string>()
  private sending = false
  /** Something came while it was sending; the list may have been read before. */
  private more = false
  private closed = false
  private retry: ReturnType<typeof setTimeout> | null = null
  private tries = 0
  private toldRefusal: string | null = null

  constructor(
    private readonly shot: string,
    private readonly port: OutboxPort,
  ) {}

  get busy(): boolean {
    return this.sending
  }
  /** How many changes only this open window has. */
  get onlyHere(): number {
    return this.unstored.filter(u => !u.ahead).length
  }

  /** A command was done here that the store does not have yet; it may have been written down ahead of it. */
  add(command: Command, where: 'kept' | 'here'): void {
    this.unstored = [...this.unstored, { command, ahead: where === 'kept' }]
    if (this.state === 'saved') this.set('saving')
    else this.port.changed()
  }

  /** The store has a command. */
  stored(id: string): void {
    this.unstored = this.unstored.filter(u => u.command.id !== id)
    if (this.gone.has(id)) void this.drop(new Set([id]))
    this.port.changed()
  }

  /** Everything that waits, oldest first; what the store cannot give is left out. */
  async waiting(): Promise<Command[]> {
    const stored = await browserStore.waiting(this.shot).catch(() => [])
    const all = [...stored.map(w => upgraded(w.command)), ...this.unstored.map(u => u.command)]
    const by = new Map(all.filter(c => !this.gone.has(c.id)).map(c => [c.id, c]))
    // One that could not be stored may be older than one that could: ours go in the order they were done.
    const ours = this.port.order().flatMap(id => by.get(id) ?? [])
    const known = new Set(ours.map(c => c.id))
    return [...[...by.values()].filter(c => !known.has(c.id)), ...ours]
  }

  /** Takes commands out of what waits. */
  async drop(ids: ReadonlySet<string>): Promise<void> {
    for (const id of ids) this.gone.add(id)
    this.unstored = this.unstored.filter(u => !ids.has(u.command.id))
    await browserStore.dropWaiting(this.shot, ids).catch(() => {})
  }

  /** Sends unless a pause before the next try runs: a new change does not make it try at once. */
  sendSoon(): void {
    if (this.sending) this.more = true
    else if (!this.retry) void this.send()
  }

  /** Sends what waits, oldest first. One window at a time owns the outbox of a shot. */
  async send(): Promise<void> {
    if (this.sending || this.closed) return
    this.sending = true
    this.more = false
    if (this.retry) clearTimeout(this.retry)
    this.retry = null
    try {
      await exclusive(`fintro-outbox-${this.shot}`, async () => {
        for (let all = await this.waiting(); all.length && !this.closed; all = await this.waiting())
          await this.sendSome(firstBatch(all, lengthOf, BATCH))
      })
      this.tries = 0
      this.toldRefusal = null
      this.sending = false
      this.set('saved')
      if (this.more) return void this.send()
      await this.port.sent()
    } catch (error) {
      this.sending = false
      this.failed(error)
    }
  }

  /** What cannot be sent for good goes aside, found by halves; what is before and behind it is sent. */
  private async sendSome(commands: Command[]): Promise<void> {
    try {
      await this.port.deliver(commands)
    } catch (error) {
      if (!(error instanceof ServerRefusal && error.forGood)) throw error
      if (commands.length > 1) {
        const half = Math.ceil(commands.length / 2)
        await this.sendSome(commands.slice(0, half))
        return this.sendSome(commands.slice(half))
      }
      await this.port.aside(commands[0]!, error.message)
    }
    await this.drop(new Set(commands.map(c => c.id)))
    this.port.changed()
  }

  /** Something could not be sent, or heard: it is tried again. */
  failed(error: unknown): void {
    if (this.closed) return
    // A refusal is told once and tried again all the same: a shot is taken back, a limit lifted, a sign-in made.
    if (error instanceof ServerRefusal && error.message !== this.toldRefusal) {
      this.toldRefusal = error.message
      this.port.refused(error.message)
    } else if (!(error instanceof ServerRefusal) && !(error instanceof ServerAway)) console.error(error)
    this.set(error instanceof ServerRefusal ? 'gone' : 'away')
    // What fails meanwhile (the stream of revisions does, again and again) does not put it off.
    this.retry ??= setTimeout(() => void this.send(), RETRY_MS[Math.min(this.tries++, RETRY_MS.length - 1)])
  }

  close(): void {
    this.closed = true
    if (this.retry) clearTimeout(this.retry)
  }

  private set(state: OutboxState): void {
    this.state = state === 'saved' && this.unstored.length ? 'saving' : state
    this.port.changed()
  }
}

const upgraded = (command: Command): Command =>
  command.schema < SCHEMA ? { ...upgradedCommand(command), schema: SCHEMA } : command
