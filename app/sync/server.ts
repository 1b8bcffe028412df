import type { KeptState, ListPage, StoredShot } from '#core/document'
import type { Command, Committed, JournalEntry } from '#core/commands'
import type { Stroke } from '#core/stroke'

/** The server said no: a problem document. It may say yes later: a shot is taken back, a sign-in comes, a queue empties. */
export class ServerRefusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    detail: string,
  ) {
    super(detail)
  }

  /**
   * What was sent will never be taken: Fintro itself says that it is not of the form it should be, or someone on the way
   * that it is too large. Anything else may be taken later.
   */
  get forGood(): boolean {
    return this.status === 413 || ((this.status === 400 || this.status === 422) && this.code !== ANYONE)
  }
}

/** The stored shot does not follow from the one this window saw: an older one, or another, was put in its place. */
export const isOtherShot = (error: unknown): error is ServerRefusal =>
  error instanceof ServerRefusal && (error.code === 'ahead' || error.code === 'other-incarnation')

/** The code of a refusal that Fintro did not write. */
const ANYONE = 'refused'

/** The server could not be reached, or is not ready. */
export class ServerAway extends Error {}

/** A request that has no answer after so long is given up; what it asked is asked again. */
const PATIENCE_MS = 30_000
/** For what carries many bytes. */
const LONG_PATIENCE_MS = 120_000

async function ask<T>(url: string, init?: RequestInit, patience = PATIENCE_MS): Promise<T> {
  let response: Response
  try {
    response = await fetch(url, { ...init, signal: AbortSignal.timeout(patience) })
  } catch {
    throw new ServerAway('The server does not answer.')
  }
  const body = await readBody(response)
  if (response.ok) {
    // A page to sign in at, or what a proxy says, is no answer of ours.
    if (body === undefined) throw new ServerAway('Something else than Fintro answers at its address.')
    return body as T
  }
  if (response.status >= 500) throw new ServerAway(`The server answers with fault ${response.status}.`)
  const problem = (typeof body === 'object' && body !== null ? body : {}) as {
    type?: string
    code?: string
    detail?: string
  }
  throw new ServerRefusal(
    response.status,
    (problem.type?.startsWith('urn:fintro:') && problem.code) || ANYONE,
    problem.detail ?? `The server refused (${response.status}).`,
  )
}

/** The JSON of an answer; undefined where it is none, or breaks off. */
const readBody = (response: Response): Promise<unknown> => response.json().catch(() => undefined)

const post = <T>(url: string, body: unknown, patience?: number): Promise<T> =>
  ask<T>(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }, patience)

/**
 * The answer to commands that were sent. One that does not tell what became of each of them is none: nothing may be
 * taken for kept on its word. Throws ServerAway.
 */
function wholeAnswer(answer: Committed, commands: readonly Command[]): Committed {
  const outcomes = Array.isArray(answer?.outcomes) ? answer.outcomes : []
  const told = new Set(
    outcomes.flatMap(o =>
      (o?.status === 'applied' && Number.isInteger(o.revision)) || (o?.status === 'refused' && o.refusal?.message)
        ? [o.id]
        : [],
    ),
  )
  if (!Number.isInteger(answer?.revision) || !Array.isArray(answer.missed) || !commands.every(c => told.has(c.id)))
    throw new ServerAway('The server’s answer is not whole.')
  return answer
}

/** A shot as the server has it. An incarnation changes where a shot is put back under its id. */
export interface StoredNow {
  readonly revision: number
  readonly incarnation: string
  readonly production: string
  readonly document: StoredShot
}

/** Where a window or a server is with a shot. */
export interface At {
  readonly revision: number
  readonly incarnation: string
}

export type StateName = Pick<KeptState, 'revision' | 'kind'>

/** Every call to the server that the desk makes. */
export const server = {
  /** The shots in the production of a shot, from a place on. */
  shotsBeside: (id: string, from: number) => ask<ListPage>(`/api/shots?beside=${id}&from=${from}&many=1000`),
  /** Whether a shot is there and not in the bin. */
  isThere: async (id: string): Promise<boolean> => (await ask<ListPage>(`/api/shots?id=${id}`)).total > 0,
  freeName: (shot: string, wanted: string) =>
    ask<{ free: string }>(`/api/names?${new URLSearchParams({ shot, wanted })}`),
  shot: (id: string) => ask<StoredNow>(`/api/shots/${id}`),
  findStrokes: (hashes: string[]) => post<{ strokes: Record<string, Stroke> }>('/api/strokes/find', { hashes }),
  keepStrokes: (strokes: Stroke[]) => post<{ hashes: string[] }>('/api/strokes', { strokes }, LONG_PATIENCE_MS),
  image: async (hash: string): Promise<Blob> => {
    const response = await fetch(`/api/images/${hash}`, { signal: AbortSignal.timeout(LONG_PATIENCE_MS) }).catch(
      () => null,
    )
    if (!response?.ok) throw new ServerAway('The picture could not be fetched.')
    return response.blob()
  },
  keepImage: (bytes: Blob) =>
    ask<{ hash: string; width: number; height: number }>(
      '/api/images',
      { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body: bytes },
      LONG_PATIENCE_MS,
    ),
  commit: async (id: string, { revision: base, incarnation }: At, commands: Command[]) =>
    wholeAnswer(
      await post<Committed>(`/api/shots/${id}/commands`, { base, incarnation, commands }, LONG_PATIENCE_MS),
      commands,
    ),
  journal: (id: string, { revision, incarnation }: At) =>
    ask<{ entries: JournalEntry[] }>(
      `/api/shots/${id}/journal?after=${revision}&incarnation=${encodeURIComponent(incarnation)}`,
    ),
  events: (shots: readonly string[]) =>
    new EventSource(`/api/events?${shots.map(id => `shot=${encodeURIComponent(id)}`).join('&')}`),
  states: (id: string) => ask<{ states: KeptState[] }>(`/api/shots/${id}/states`),
  state: (id: string, { revision, kind }: StateName) =>
    ask<{ state: KeptState; production: string; document: StoredShot }>(
      `/api/shots/${id}/states/${revision}?kind=${kind}`,
    ),
  mark: (id: string, name: string) => post<{ states: KeptState[] }>(`/api/shots/${id}/states`, { name }),
  /** Puts a kept state in the place of a stored shot that cannot be read. */
  replace: (id: string, { revision, kind }: StateName, command: string) =>
    post<Committed>(`/api/shots/${id}/states/${revision}?kind=${kind}`, { id: command }, LONG_PATIENCE_MS),
}
