import { shallowReactive, shallowRef } from 'vue'
import type { ListPage, ShotInList } from '#core/document'
import type { Wanted } from './calls'
import { listPage, PAGE } from './calls'

/**
 * The shots that were found, as far as they were needed: the server gives them page by page. All of it throws AskFault,
 * and AbortError where something else is looked for meanwhile.
 */
export class ShotPages {
  /** What was found, without its shots; null until the first page is there. */
  readonly found = shallowRef<Omit<ListPage, 'from'> | null>(null)
  /** Shots by their place among all that were found. */
  readonly shots = shallowReactive(new Map<number, ShotInList>())
  private under = new AbortController()
  /** Pages that are there or on their way, by their first place. */
  private readonly pages = new Map<number, Promise<void>>()
  private seen: readonly number[] = []
  constructor(private readonly wanted: () => Wanted) {}

  /** All anew: the first page and others. What was there stays until they have come. */
  async load(also: readonly number[] = []): Promise<void> {
    this.stop()
    this.under = new AbortController()
    const { signal } = this.under
    const starts = [...new Set([0, ...also])]
    const fresh = await Promise.all(starts.map(from => listPage(this.wanted(), from, signal)))
    if (signal.aborted) return
    const [{ total, productions, statuses }] = fresh as [ListPage]
    this.shots.clear()
    this.pages.clear()
    for (const [i, page] of fresh.entries()) {
      this.pages.set(starts[i]!, Promise.resolve())
      this.put(page, starts[i]!)
    }
    this.found.value = { total, productions, statuses }
  }

  /** The pages anew that are seen, for what was done to the shots on them. */
  again = (): Promise<void> => this.load(this.seen)

  /** Pages that are seen: fetched unless they are there or on their way. */
  async see(starts: readonly number[]): Promise<void> {
    this.seen = starts
    await Promise.all(starts.map(from => this.need(from)))
  }

  private need(from: number): Promise<void> {
    const there = this.pages.get(from)
    if (there) return there
    const coming = this.fetch(from).catch((error: unknown) => {
      this.pages.delete(from)
      throw error
    })
    this.pages.set(from, coming)
    return coming
  }

  /** All that were found, in their order, also what was not needed until now. */
  all = async (): Promise<ShotInList[]> => {
    for (let from = 0; from < (this.found.value?.total ?? 0); from += PAGE) await this.need(from)
    return [...this.shots.entries()].sort(([a], [b]) => a - b).map(([, shot]) => shot)
  }

  stop(): void {
    this.under.abort()
  }

  private async fetch(from: number): Promise<void> {
    const { signal } = this.under
    const page = await listPage(this.wanted(), from, signal)
    if (signal.aborted) return
    // The list became another one meanwhile: what is seen is asked for anew.
    if (page.total === this.found.value?.total) this.put(page, from)
    else await this.load([from])
  }

  private put({ productions }: ListPage, first: number): void {
    let place = first
    for (const p of productions) for (const shot of p.shots) this.shots.set(place++, shot)
  }
}
