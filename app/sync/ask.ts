/** Why something was not done by the server: what is said to the person. */
export class AskFault extends Error {}

/** Asks a route for JSON. Throws AskFault, or the AbortError of a signal. */
export async function ask<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetch(path, init).catch((error: Error) => {
    if (error.name === 'AbortError') throw error
    throw new AskFault('The server does not answer.')
  })
  const body = (await response.json().catch(() => null)) as (T & { detail?: string }) | null
  if (!response.ok || !body) throw new AskFault(body?.detail ?? `The server answers with ${response.status}.`)
  return body
}

/** Sends JSON to a route. Throws AskFault. */
export const post = <T>(path: string, body: object): Promise<T> =>
  ask(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
