import { storeShot } from '#core/document'
import type { ShotInList } from '#core/document'
import type { Frames } from '#core/sheet'
import type { ShotSession } from '~/sync/session'
import { server } from '~/sync/server'
import type { Given } from './given'
import { givenOf } from './given-stored'

/** The open shot as it is now, also what is not saved yet. Throws ServerAway where strokes or pictures are not at hand. */
export async function giveOpen(session: ShotSession, plan: string, { first, last }: Frames): Promise<Given> {
  const { shot } = session
  // Taken now: what is drawn from now on is not in it.
  const stored = JSON.parse(JSON.stringify(storeShot(shot))) as Given['shot']
  const [strokes, pictures] = await Promise.all([session.allStrokes(), session.allPictures()])
  return { shot: stored, plan, production: session.production, strokes, pictures, first, last }
}

/** Another shot of the production, whole, as the server has it. Throws ServerAway, ServerRefusal, HandOffFault. */
export const giveStored = async (id: string): Promise<Given> => givenOf(await server.shot(id), server)

/** The shots of the production that a shot is in, in their order. Throws ServerAway, ServerRefusal. */
export async function shotsBeside(id: string): Promise<ShotInList[]> {
  const shots: ShotInList[] = []
  for (let total = 1; shots.length < total;) {
    const page = await server.shotsBeside(id, shots.length)
    const more = page.productions.flatMap(p => p.shots)
    shots.push(...more)
    total = more.length ? page.total : 0
  }
  return shots
}
