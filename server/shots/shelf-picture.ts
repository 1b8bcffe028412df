import type { Sequelize } from 'sequelize'
import { writeSvg } from '#core/formats/svg'
import { filesOnShelf, strokesOnShelf } from '#core/document'
import { shelfLayers } from '#core/travel'
import { findStrokes } from '../media/strokes'
import { smallImages } from './poster'
import { findThing } from './shelf'

/** The picture of a thing on a shelf as SVG. */
export async function shelfPicture(db: Sequelize, id: string, version?: number): Promise<string> {
  const { content } = await findThing(db, id, version)
  const strokes = await findStrokes(db, strokesOnShelf(content))
  const images = await smallImages(db, filesOnShelf(content))
  const { size, paper, layers } = shelfLayers(content, hash => strokes[hash])
  return writeSvg(size, paper, layers, file => images.get(file))
}
