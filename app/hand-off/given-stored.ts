import { imageHashes, openShot, storeShot, strokeHashes } from '#core/document'
import type { Shot, StoredShot } from '#core/document'
import type { Stroke } from '#core/stroke'
import { HandOffFault, type Given } from './given'

/** Strokes asked for at once; the server answers up to 5,000. */
const AT_ONCE = 500

/** Who keeps what a shot names beside its document. */
export interface Kept {
  readonly findStrokes: (hashes: string[]) => Promise<{ strokes: Record<string, Stroke> }>
  readonly image: (hash: string) => Promise<Blob>
}

/** A stored shot, whole, in its first plan or the one of a name. Throws HandOffFault, and what `kept` throws. */
export async function givenOf(
  { document, production }: { document: StoredShot; production: string },
  kept: Kept,
  plan?: string,
): Promise<Given> {
  const read = openShot(document)
  if (!read.ok) throw new HandOffFault(`A shot cannot be read: ${read.message}`)
  const { length, plans, planOrder } = read.shot
  const named = plan === undefined ? planOrder[0]! : planOrder.find(id => plans[id]!.name === plan)
  if (!named) throw new HandOffFault(`“${read.shot.name}” has no plan ${plan}.`)
  const [strokes, pictures] = await Promise.all([strokesOf(read.shot, kept), picturesOf(read.shot, kept)])
  const stored = JSON.parse(JSON.stringify(storeShot(read.shot))) as Given['shot']
  return { shot: stored, plan: named, production, strokes, pictures, first: 1, last: length }
}

async function strokesOf(shot: Shot, { findStrokes }: Kept): Promise<Record<string, Stroke>> {
  const hashes = strokeHashes(shot)
  const out: Record<string, Stroke> = {}
  for (let i = 0; i < hashes.length; i += AT_ONCE)
    Object.assign(out, (await findStrokes(hashes.slice(i, i + AT_ONCE))).strokes)
  if (hashes.some(h => !out[h]))
    throw new HandOffFault(`Strokes of “${shot.name}” are missing where they should be kept.`)
  return out
}
const picturesOf = (shot: Shot, { image }: Kept) =>
  Promise.all(imageHashes(shot).map(async file => [file, await image(file)] as const))
