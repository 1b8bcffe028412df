import type { Stroke } from '#core/stroke'
import { strokeText, tidy } from '#core/stroke'
import { firstBatch } from './batches'
import { browserStore } from './browser-store'
import { sha256 } from './hash'
import { lengthOf } from './outbox'
import { server } from './server'
import { Wanted } from './wanted'
import type { Writes } from './writes'

export interface KeptStroke {
  readonly hash: string
  readonly stroke: Stroke
}

/** One sending of strokes, well below what the server takes at once (32 MB). */
const BATCH = { most: 100, characters: 4_000_000 }

/**
 * The strokes of a shot that are at hand. Others are asked for when something wants to draw them. New ones are kept here
 * and in the browser's store until a command that names them is stored by the server.
 */
export class Strokes {
  private readonly known = new Map<string, Stroke>()
  private readonly wanted: Wanted
  /** New ones that the server has not been given. */
  private readonly unsent = new Map<string, Stroke>()
  /** Given to the server, and still in the browser's store. */
  private readonly given = new Set<string>()
  /** New ones that the browser's store does not have. */
  private readonly unstored = new Map<string, Stroke>()

  /** `arrived` is told when strokes that were asked for have come. */
  constructor(
    private readonly writes: Writes,
    arrived: () => void,
  ) {
    this.wanted = new Wanted(async hashes => {
      const { strokes } = await server.findStrokes(hashes)
      for (const [hash, stroke] of Object.entries(strokes)) this.known.set(hash, stroke)
    }, arrived)
  }

  /** Takes up the strokes that only this browser has. Throws where its store cannot be read. */
  async takeUpKept(): Promise<void> {
    for (const { hash, stroke } of await browserStore.keptStrokes()) this.takeUp(hash, stroke)
  }

  /** A stroke that the server may not have. */
  takeUp(hash: string, stroke: Stroke): void {
    this.known.set(hash, stroke)
    this.unsent.set(hash, stroke)
  }

  /** The stroke is at hand; it is not asked for. */
  has = (hash: string): boolean => this.known.has(hash)

  /** A stroke, if it is at hand; it is asked for where it is not. */
  by = (hash: string): Stroke | undefined => {
    const stroke = this.known.get(hash)
    if (!stroke) this.wanted.want(hash)
    return stroke
  }

  /** Has a stroke at hand, and gives the hash that would name it; nothing is kept. */
  note(stroke: Stroke): string {
    const tidied = tidy(stroke)
    const hash = sha256(strokeText(tidied))
    if (!this.known.has(hash)) this.known.set(hash, tidied)
    return hash
  }

  /** Keeps a stroke until the server has it, and gives the hash that names it. */
  add(stroke: Stroke): string {
    const tidied = tidy(stroke)
    const hash = sha256(strokeText(tidied))
    // One that is known may have been cleared away where nothing named it: it is given once more.
    if (this.unsent.has(hash)) return hash
    this.takeUp(hash, tidied)
    this.unstored.set(hash, tidied)
    if (this.unstored.size === 1) void this.writes.add(() => this.store())
    return hash
  }

  /** Those of these that the browser's store does not have yet. */
  notStored = (hashes: Iterable<string>): KeptStroke[] =>
    [...hashes].flatMap(hash => (this.unstored.has(hash) ? [{ hash, stroke: this.unstored.get(hash)! }] : []))

  /** Gives the server what it has not been given. */
  async send(): Promise<void> {
    for (let rest = [...this.unsent]; rest.length;) {
      const part = firstBatch(rest, ([, stroke]) => lengthOf(stroke), BATCH)
      rest = rest.slice(part.length)
      await server.keepStrokes(part.map(([, stroke]) => stroke))
      for (const [hash] of part) {
        this.unsent.delete(hash)
        this.given.add(hash)
      }
    }
  }

  /** The browser lets go of what the server was given and no command that waits names: the rest is the server's. */
  async letGo(named: ReadonlySet<string>): Promise<void> {
    const gone = [...this.given].filter(hash => !named.has(hash))
    for (const hash of gone) this.given.delete(hash)
    if (gone.length) await browserStore.dropStrokes(gone)
  }

  /** All of these, for what needs them at once. */
  async all(hashes: readonly string[]): Promise<Record<string, Stroke>> {
    await this.wanted.fetch(hashes.filter(h => !this.known.has(h)))
    return Object.fromEntries(hashes.flatMap(h => (this.known.has(h) ? [[h, this.known.get(h)!]] : [])))
  }

  /** Writes all that wait to be written, many in one go. */
  private async store(): Promise<void> {
    const now = [...this.unstored].map(([hash, stroke]) => ({ hash, stroke }))
    try {
      await browserStore.keepStrokes(now)
    } finally {
      // What cannot be stored stays here until it is sent.
      for (const { hash } of now) this.unstored.delete(hash)
      if (this.unstored.size) void this.writes.add(() => this.store())
    }
  }
}
