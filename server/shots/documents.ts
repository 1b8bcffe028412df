import { LRUCache } from 'lru-cache'
import type { Shot } from '#core/document'
import type { JournalEntry } from '#core/commands'
import { settings } from '../settings/settings'
import { count } from '../watch/metrics'
import { textOf } from './journal'

/** The newest document of a shot that this process has read or made. The row's revision decides whether it holds. */
export interface Kept {
  readonly incarnation: string
  readonly revision: number
  readonly shot: Shot
  /** The last changes that led here, oldest first: for windows that are a few behind. */
  readonly tail: readonly JournalEntry[]
  /** What each piece takes as text; one record for all documents of a shot, which follow each other. */
  readonly sizes: Map<string, number>
  /** The sum of them. */
  readonly size: number
}

/** So many of the last changes are kept with a document, and so many characters of them. */
const TAIL = { most: 64, characters: 256 * 1024 }
/** What a document takes in memory over what it takes as text: an estimate. */
const SPREAD = 4

let kept: LRUCache<string, Kept> | null = null
const cache = () =>
  (kept ??= new LRUCache<string, Kept>({
    maxSize: settings().cacheBytes,
    sizeCalculation: d => Math.max(1, d.size * SPREAD),
  }))

export const keptOf = (id: string): Kept | undefined => cache().get(id)

/** Forgets what this process knows of a shot. */
export function forget(id: string): void {
  cache().delete(id)
  count.cache.set(cache().calculatedSize)
}

export function keep(id: string, document: Kept): void {
  cache().set(id, document)
  count.cache.set(cache().calculatedSize)
}

/** A document that was just read, with the texts of its pieces. */
export function freshlyRead(
  at: Pick<Kept, 'incarnation' | 'revision' | 'shot'>,
  pieces: Iterable<readonly [string, number]>,
): Kept {
  const sizes = new Map(pieces)
  return { ...at, tail: [], sizes, size: [...sizes.values()].reduce((a, b) => a + b, 0) }
}

/** The document after some changes. */
export function followed(
  before: Kept,
  shot: Shot,
  entries: readonly JournalEntry[],
  written: { readonly put: ReadonlyMap<string, number>; readonly gone: readonly string[] },
): Kept {
  const { sizes } = before
  let { size } = before
  for (const [path, length] of written.put) {
    size += length - (sizes.get(path) ?? 0)
    sizes.set(path, length)
  }
  for (const path of written.gone) {
    size -= sizes.get(path) ?? 0
    sizes.delete(path)
  }
  const { incarnation } = before
  const revision = entries.at(-1)?.revision ?? before.revision
  return { incarnation, revision, shot, tail: lastOf([...before.tail, ...entries]), sizes, size }
}

/** As many of the last changes as may be kept. */
function lastOf(entries: readonly JournalEntry[]): JournalEntry[] {
  let first = Math.max(0, entries.length - TAIL.most)
  let characters = 0
  for (let i = entries.length - 1; i >= first; i--) {
    characters += textOf(entries[i]!.command).length
    if (characters > TAIL.characters) first = i + 1
  }
  return entries.slice(first)
}

/** What happened after a revision, where the tail has all of it; else null. */
export function missedSince({ revision, tail }: Kept, base: number): JournalEntry[] | null {
  if (base === revision) return []
  return base < revision && tail.length >= revision - base ? tail.slice(tail.length - (revision - base)) : null
}
