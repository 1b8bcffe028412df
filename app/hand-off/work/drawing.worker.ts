import { expose, transfer } from 'comlink'
import type { ImageChoices } from '../choices'
import type { Given } from '../given'
import { workerFonts } from './fonts'
import type { WhichImage } from './image-drawer'
import { ImageDrawer } from './image-drawer'
import { opened } from './painter'

/** The shots that images are made of here, by the number each export got. */
const drawers = new Map<number, ImageDrawer>()

/** Throws HandOffFault. */
async function open(id: number, given: Given, choices: ImageChoices): Promise<void> {
  await workerFonts()
  drawers.set(id, new ImageDrawer(opened(given), choices))
}

/** Throws HandOffFault. */
async function bytes(id: number, which: WhichImage): Promise<Uint8Array<ArrayBuffer>> {
  const made = await drawers.get(id)!.bytes(which)
  return transfer(made, [made.buffer])
}

const api = { open, bytes, close: (id: number) => void drawers.delete(id) }
export type DrawingWorker = typeof api
expose(api)
