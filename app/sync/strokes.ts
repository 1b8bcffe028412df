import type { Stroke } from '#core/stroke'
import { strokeText, tidy } from '#core/stroke'
import { browserStore } from './browser-store'
import { sha256 } from './hash'
import { server } from './server'
import { Wanted } from './wanted'

/** The strokes of a shot that are at hand. Others are asked for when something wants to draw them. */
export class Strokes {
  private readonly known = new Map<string, Stroke>()
  private readonly wanted: Wanted

  /** `arrived` is told when strokes that were asked for have come. */
  constructor(arrived: () => void) {
    this.wanted = new Wanted(async hashes => {
      const { strokes } = await server.findStrokes(hashes)
      for (const [hash, stroke] of Object.entries(strokes)) this.known.set(hash, stroke)
    }, arrived)
  }

  /** Takes up the strokes that only this browser has. */
  async takeUpKept(): Promise<void> {
    for (const { hash, stroke } of await browserStore.keptStrokes()) this.known.set(hash, stroke)
  }

  /** The stroke is at hand; it is not asked for. */
  has = (hash: string): boolean => this.known.has(hash)

  /** A stroke, if it is at hand; it is asked for where it is not. */
  by = (hash: string): Stroke | undefined => {
    const stroke = this.known.get(hash)
    if (!stroke) this.wanted.want(hash)
    return stroke
  }

  /** Keeps a stroke in the browser until the server has it, and gives the hash that names it. */
  async add(stroke: Stroke): Promise<string> {
    const tidied = tidy(stroke)
    const hash = await sha256(strokeText(tidied))
    this.known.set(hash, tidied)
    await browserStore.keepStroke(hash, tidied)
    return hash
  }

  /** All of these, for what needs them at once. */
  async all(hashes: readonly string[]): Promise<Record<string, Stroke>> {
    await this.wanted.fetch(hashes.filter(h => !this.known.has(h)))
    return Object.fromEntries(hashes.flatMap(h => (this.known.has(h) ? [[h, this.known.get(h)!]] : [])))
  }
}
