import { expose, transfer } from 'comlink'
import type { ImageChoices } from '../choices'
import type { Given } from '../given'
import type { WhichImage } from '../image-layers'
import { workerFonts } from './fonts'
import { ImageDrawer } from './image-drawer'
import { opened } from './painter'
import type { Ready } from './ready'

/** The shots that images are made of here, by the number each export got. */
const drawers = new Map<number, ImageDrawer>()

/** Throws HandOffFault. */
async function open(id: number, given: Given, choices: ImageChoices): Promise<void> {
  await workerFonts()
  drawers.set(id, new ImageDrawer(opened(given), choices))
}

/** Throws HandOffFault. */
async function file(id: number, which: WhichImage): Promise<Ready> {
  const made = await drawers.get(id)!.file(which)
  return transfer(made, [made.bytes.buffer])
}

const api = { open, file, close: (id: number) => void drawers.delete(id) }
export type DrawingWorker = typeof api
expose(api)
