import { openShot, imageHashes, storeShot, strokeHashes } from '#core/document'
import type { ProductionInList, Shot, ShotInList } from '#core/document'
import { byName } from '#core/basic'
import type { Frames } from '#core/sheet'
import type { Stroke } from '#core/stroke'
import type { ShotSession } from '~/sync/session'
import { server } from '~/sync/server'
import { HandOffFault, type Given } from './given'

/** Strokes asked for at once; the server answers up to 5,000. */
const AT_ONCE = 500

/** The open shot as it is now, also what is not saved yet. Throws ServerAway where strokes or pictures are not at hand. */
export async function giveOpen(session: ShotSession, plan: string, { first, last }: Frames): Promise<Given> {
  const { shot } = session
  // Taken now: what is drawn from now on is not in it.
  const stored = JSON.parse(JSON.stringify(storeShot(shot))) as Given['shot']
  const [strokes, pictures] = await Promise.all([session.allStrokes(), session.allPictures()])
  return { shot: stored, plan, production: session.production, strokes, pictures, first, last }
}

/** Another shot of the production, whole, as the server has it, in its first plan. Throws ServerAway, ServerRefusal. */
export async function giveStored(id: string): Promise<Given> {
  const { document, production } = await server.shot(id)
  const read = openShot(document)
  if (!read.ok) throw new HandOffFault(`One of the shots cannot be read: ${read.message}`)
  const [strokes, pictures] = await Promise.all([strokesOf(read.shot), picturesOf(read.shot)])
  const stored = JSON.parse(JSON.stringify(storeShot(read.shot))) as Given['shot']
  const { length, planOrder } = read.shot
  return { shot: stored, plan: planOrder[0]!, production, strokes, pictures, first: 1, last: length }
}

async function strokesOf(shot: Shot): Promise<Record<string, Stroke>> {
  const hashes = strokeHashes(shot)
  const out: Record<string, Stroke> = {}
  for (let i = 0; i < hashes.length; i += AT_ONCE)
    Object.assign(out, (await server.findStrokes(hashes.slice(i, i + AT_ONCE))).strokes)
  if (hashes.some(h => !out[h])) throw new HandOffFault(`Strokes of “${shot.name}” are missing on the server.`)
  return out
}
const picturesOf = (shot: Shot) =>
  Promise.all(imageHashes(shot).map(async file => [file, await server.image(file)] as const))

/** The shots of the production that a shot is in, in their order. Throws ServerAway, ServerRefusal. */
export async function shotsBeside(id: string): Promise<ShotInList[]> {
  const { productions } = await server.shots()
  const own = productions.find((p: ProductionInList) => p.shots.some(s => s.id === id))
  return [...(own?.shots ?? [])].sort(byName)
}
