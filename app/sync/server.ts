import type { StoredShot } from '#core/document'
import type { Command, Committed, JournalEntry } from '#core/commands'
import type { Stroke } from '#core/stroke'

/** The server said no: a problem document. */
export class ServerRefusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    detail: string,
  ) {
    super(detail)
  }
}

/** The server could not be reached, or is not ready. */
export class ServerAway extends Error {}

async function ask<T>(url: string, init?: RequestInit): Promise<T> {
  let response: Response
  try {
    response = await fetch(url, init)
  } catch {
    throw new ServerAway('The server does not answer.')
  }
  if (response.ok) return (await response.json()) as T
  if (response.status >= 500) throw new ServerAway(`The server answers with fault ${response.status}.`)
  const problem = (await response.json().catch(() => ({}))) as { code?: string; detail?: string }
  throw new ServerRefusal(
    response.status,
    problem.code ?? 'refused',
    problem.detail ?? `The server refused (${response.status}).`,
  )
}

const post = <T>(url: string, body: unknown): Promise<T> =>
  ask<T>(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })

/** Every call to the server that the desk makes. */
export const server = {
  shot: (id: string) => ask<{ revision: number; production: string; document: StoredShot }>(`/api/shots/${id}`),
  findStrokes: (hashes: string[]) => post<{ strokes: Record<string, Stroke> }>('/api/strokes/find', { hashes }),
  keepStrokes: (strokes: Stroke[]) => post<{ hashes: string[] }>('/api/strokes', { strokes }),
  image: async (hash: string): Promise<Blob> => {
    const response = await fetch(`/api/images/${hash}`).catch(() => null)
    if (!response?.ok) throw new ServerAway('The picture could not be fetched.')
    return response.blob()
  },
  keepImage: (bytes: Blob) =>
    ask<{ hash: string; width: number; height: number }>('/api/images', {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: bytes,
    }),
  commit: (id: string, base: number, commands: Command[]) =>
    post<Committed>(`/api/shots/${id}/commands`, { base, commands }),
  journal: (id: string, after: number) => ask<{ entries: JournalEntry[] }>(`/api/shots/${id}/journal?after=${after}`),
  events: (id: string) => new EventSource(`/api/shots/${id}/events`),
}
