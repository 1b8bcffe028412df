import type { BinnedShot, ProductionInList, ShotInList } from '#core/document'
import { SCHEMA } from '#core/document'
import type { Committed } from '#core/commands'
import { newId } from '~/sync/ids'

/** Why something was not done: what is said to the person. */
export class ListFault extends Error {}

async function ask<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetch(path, init).catch(() => {
    throw new ListFault('The server does not answer.')
  })
  const body = (await response.json().catch(() => null)) as (T & { detail?: string }) | null
  if (!response.ok || !body) throw new ListFault(body?.detail ?? `The server answers with ${response.status}.`)
  return body
}
const post = <T>(path: string, body: object): Promise<T> =>
  ask(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })

/** All productions with their shots. Each of these throws ListFault. */
export const allShots = async (): Promise<ProductionInList[]> =>
  (await ask<{ productions?: ProductionInList[] }>('/api/shots')).productions ?? []

export const removeShot = (id: string): Promise<unknown> => ask(`/api/shots/${id}`, { method: 'DELETE' })
export const bringBack = (id: string): Promise<unknown> => ask(`/api/shots/${id}/restore`, { method: 'POST' })

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
  if (outcome?.status === 'refused') throw new ListFault(outcome.refusal.message)
}

/** A copy of a shot in its production; the id of the copy. */
export const duplicateShot = async ({ id }: ShotInList, name: string): Promise<string> =>
  (await post<{ id: string }>(`/api/shots/${id}/duplicate`, { id: newId(), name })).id

/** Puts a shot into another production, made where there is none of this name. */
export const moveShot = ({ id }: ShotInList, production: string): Promise<unknown> =>
  post(`/api/shots/${id}/move`, { production })
