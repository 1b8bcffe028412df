import type { ShelfKind, ShelfOriginal, ShelfPage, ShelfThing, Shelved } from '#core/document'
import { ask, post } from '~/sync/ask'
import { newId } from '~/sync/ids'

/** So many things come at once. */
const PAGE = 100
/** What is looked for on a shelf. */
export interface Sought {
  readonly search: string
  /** Null for all kinds. */
  readonly kind: ShelfKind | null
}

/** A page of the shelf of a shot's production. Each of these throws AskFault. */
export function shelfPage(shot: string, { search, kind }: Sought, from = 0): Promise<ShelfPage> {
  const query = new URLSearchParams({ shot, search: search.slice(0, 200), from: String(from), many: String(PAGE) })
  if (kind) query.set('kind', kind)
  return ask(`/api/shelf?${query}`)
}

/** So many are asked for by their ids at once. */
const ASKED = 200
/** Things by their ids, as far as they are on a shelf. */
export async function thingsOf(ids: readonly string[]): Promise<ShelfThing[]> {
  const found: ShelfThing[] = []
  for (let i = 0; i < ids.length; i += ASKED) {
    const query = new URLSearchParams(ids.slice(i, i + ASKED).map(id => ['id', id]))
    query.set('many', String(ASKED))
    found.push(...(await ask<ShelfPage>(`/api/shelf?${query}`)).things)
  }
  return found
}

/** What a thing is, in its newest version or another one. */
export const originalOf = (id: string, version?: number): Promise<ShelfOriginal> =>
  ask(`/api/shelf/${id}${version === undefined ? '' : `?version=${version}`}`)

/** Puts something on the shelf of a shot's production. */
export async function keepThing(
  shot: string,
  name: string,
  content: Shelved,
): Promise<{ id: string; version: number }> {
  const id = newId()
  const { version } = await post<{ version: number }>('/api/shelf', { id, shot, name, content })
  return { id, version }
}

/** Renames a thing, gives it its next version, deletes it or takes it back. */
export const changeThing = (
  id: string,
  change: { name?: string; content?: Shelved; was?: number; deleted?: boolean },
): Promise<{ name: string; version: number }> => post(`/api/shelf/${id}`, change)

/** The address of its picture. */
export const pictureOf = ({ id, version }: { id: string; version: number }): string =>
  `/api/shelf/${id}/picture?version=${version}`
