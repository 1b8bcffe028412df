import type { Order } from './order'
import type { BinnedShot, ListPage, ShotInList } from '#core/document'
import { SCHEMA } from '#core/document'
import type { Committed } from '#core/commands'
import { ask, AskFault, post } from '~/sync/ask'
import { newId } from '~/sync/ids'

/** What shots are looked for, and how they are ordered. */
export interface Wanted {
  readonly search: string
  readonly order: Order
  /** Null for all of them, '' for those without one. */
  readonly status: string | null
}
/** So many shots come at once. */
export const PAGE = 100

/** A page of the shots, from a place on. Each of these throws AskFault. */
export function listPage({ search, order, status }: Wanted, from: number, signal?: AbortSignal): Promise<ListPage> {
  const query = new URLSearchParams({ search: search.slice(0, 200), order, from: String(from), many: String(PAGE) })
  if (status !== null) query.set('status', status)
  return ask(`/api/shots?${query}`, { signal })
}

/** Some shots by their ids, as far as they are there, in this order. */
export async function shotsOf(ids: readonly string[]): Promise<ShotInList[]> {
  if (!ids.length) return []
  const { productions } = await ask<ListPage>(`/api/shots?${new URLSearchParams(ids.map(id => ['id', id]))}`)
  const byId = new Map(productions.flatMap(p => p.shots.map(s => [s.id, s] as const)))
  return ids.flatMap(id => byId.get(id) ?? [])
}

/** The names of all productions. */
export const productionNames = async (): Promise<string[]> =>
  (await ask<ListPage>('/api/shots?many=1')).productions.map(p => p.name)

/** For a name in a production, by its name or that of a shot: a free one, and one with the next number. */
export const freeNames = (where: {
  wanted?: string
  production?: string
  shot?: string
}): Promise<{ free: string; next: string }> => ask(`/api/names?${new URLSearchParams(where)}`)

/** So many shots are set at once. */
const SET = 1000
/** Puts shots into a production, gives them a status, puts them into the bin or takes them out of it. */
export async function setShots(
  ids: readonly string[],
  change: { production?: string; status?: string | null; deleted?: boolean },
): Promise<void> {
  for (let i = 0; i < ids.length; i += SET) await post('/api/several', { ids: ids.slice(i, i + SET), ...change })
}

/** The shots that were deleted, the last one first. */
export const binned = async (): Promise<BinnedShot[]> => (await ask<{ shots: BinnedShot[] }>('/api/bin')).shots
/** Takes shots away for good; how many. */
export const emptyBin = async (ids: readonly string[]): Promise<number> =>
  (await post<{ gone: number }>('/api/bin/empty', { ids })).gone

/** Renames a shot by a command, as the desk does it: whoever has it open sees it, and can undo it. */
export async function renameShot({ id, revision }: ShotInList, name: string): Promise<void> {
  const command = { id: newId(), schema: SCHEMA, name: 'shot.set', args: { name } }
  const { outcomes } = await post<Committed>(`/api/shots/${id}/commands`, { base: revision, commands: [command] })
  const [outcome] = outcomes
  if (outcome?.status === 'refused') throw new AskFault(outcome.refusal.message)
}

/** A copy of a shot in its production; its id and name. */
export async function duplicateShot({ id: shot, name: wanted }: ShotInList): Promise<{ id: string; name: string }> {
  // Its own name is free to a shot, but not to its copy.
  const { free: name } = await freeNames({ wanted, production: await productionOf(shot) })
  const { id } = await post<{ id: string }>(`/api/shots/${shot}/duplicate`, { id: newId(), name })
  return { id, name }
}
const productionOf = async (id: string): Promise<string> =>
  (await ask<ListPage>(`/api/shots?id=${id}`)).productions[0]?.name ?? ''

/** Puts a shot into another production, made where there is none of this name. */
export const moveShot = ({ id }: ShotInList, production: string): Promise<unknown> =>
  post(`/api/shots/${id}/move`, { production })
