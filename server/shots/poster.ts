import type { Sequelize } from 'sequelize'
import { writeSvg } from '#core/formats/svg'
import type { Matcher } from '#core/pass'
import { Contents, matchAtOnce, sceneOf } from '#core/pass'
import { layersAt } from '#core/picture'
import { imageHashes, openingPlan, openWhatFits, strokeHashes } from '#core/document'
import { eachRun } from '#core/sheet'
import { findImage } from '../media/images'
import { opened, readShot } from './shots'
import { findStrokes } from '../media/strokes'

/** In-betweens of more strokes than so many times so many are left out of it: pairing them would keep others waiting. */
const MOST_PAIRED = 3600
const quickly: Matcher = (a, b, ties) => (a.length * b.length > MOST_PAIRED ? null : matchAtOnce(a, b, ties))

/** One frame of a shot as SVG, for the list: the first frame of the key that is longest seen. */
export async function poster(db: Sequelize, id: string): Promise<string> {
  const { document } = await readShot(db, id)
  // One that cannot be read is shown as far as it can be.
  const shot = openWhatFits(document)?.shot ?? opened(document)
  const scene = sceneOf(shot, openingPlan(shot), new Contents(quickly))
  const { plan } = scene
  const strokes = await findStrokes(db, strokeHashes(shot))
  const images = await smallImages(db, imageHashes(shot))
  const runs = plan.order
    .map(c => plan.columns[c]!)
    .filter(c => !c.background)
    .flatMap(c =>
      [...eachRun(c.runs)].map(r => ({
        ...r,
        drawing: r.run.drawing ? shot.stacks[c.stack]!.drawings[r.run.drawing] : undefined,
      })),
    )
  const keys = runs
    .filter(r => r.drawing?.role === 'key' && r.start <= shot.length)
    .sort((a, b) => b.run.frames - a.run.frames)
  return writeSvg(
    shot.picture,
    shot.paper,
    layersAt(scene, keys[0]?.start ?? 1, h => strokes[h], { camera: true }),
    file => images.get(file),
  )
}

/** Larger pictures are left out of the list's small ones. */
const SMALL = 512 * 1024

export async function smallImages(db: Sequelize, hashes: readonly string[]): Promise<Map<string, string>> {
  const found = await Promise.all(hashes.slice(0, 12).map(async hash => [hash, await findImage(db, hash)] as const))
  return new Map(
    found
      .filter(([, image]) => image.body.length <= SMALL)
      .map(([hash, { type, body }]) => [hash, `data:${type};base64,${body.toString('base64')}`]),
  )
}
