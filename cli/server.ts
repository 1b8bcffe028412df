import type { Command, Committed } from '#core/commands'
import type { ListPage, StoredShot } from '#core/document'
import type { Stroke } from '#core/stroke'
import { Fault } from './fault'

/** So many shots come at once. */
export const PAGE = 1000

export interface At {
  readonly url: string
  readonly token: string
}
/** A shot as the server has it. */
export interface Stored {
  readonly revision: number
  readonly incarnation: string
  readonly production: string
  readonly document: StoredShot
}

/** A server of Fintro, as scripts speak to it. All of it throws Fault. */
export class Server {
  constructor(private readonly at: At) {}

  shots = (from: number) => this.json<ListPage>(`/api/shots?from=${from}&many=${PAGE}`)
  shot = (id: string) => this.json<Stored>(`/api/shots/${encodeURIComponent(id)}`)
  newShot = (shot: object) => this.json<{ id: string }>('/api/shots', shot)
  findStrokes = (hashes: string[]) => this.json<{ strokes: Record<string, Stroke> }>('/api/strokes/find', { hashes })
  image = async (hash: string): Promise<Blob> => (await this.ask(`/api/images/${hash}`)).blob()
  send = (id: string, { revision: base, incarnation }: Pick<Stored, 'revision' | 'incarnation'>, commands: Command[]) =>
    this.json<Committed>(`/api/shots/${encodeURIComponent(id)}/commands`, { base, incarnation, commands })

  private async json<T>(path: string, body?: object): Promise<T> {
    return (await (await this.ask(path, body)).json()) as T
  }

  private async ask(path: string, body?: object): Promise<Response> {
    const { url, token } = this.at
    const headers = { 'content-type': 'application/json', ...(token ? { 'fintro-token': token } : {}) }
    const sent = body ? { method: 'POST', headers, body: JSON.stringify(body) } : {}
    const answer = await fetch(new URL(path, url), sent).catch(() => {
      throw new Fault(`No server answers at ${url}.`)
    })
    if (answer.ok) return answer
    const problem = (await answer.json().catch(() => null)) as { detail?: string; at?: string } | null
    const where = problem?.at ? ` (${problem.at})` : ''
    throw new Fault(problem?.detail ? problem.detail + where : `The server at ${url} answers ${answer.status}.`)
  }
}
