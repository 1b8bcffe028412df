import { mkdir, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { ImageChoices } from '../app/hand-off/choices'
import type { Given } from '../app/hand-off/given'
import type { ImagePlan } from '../app/hand-off/image-names'
import { columnsFor, imagesFault, imagesFor } from '../app/hand-off/image-names'
import { EachOnce } from '../app/hand-off/work/each-once'
import { ImageDrawer } from '../app/hand-off/work/image-drawer'
import { opened } from '../app/hand-off/work/painter'
import { Fault } from './fault'

/** So many images are being made and written at the same time. */
const AT_ONCE = 8

/** Writes the images that are asked for into a folder; how many. Throws Fault, HandOffFault. */
export async function writeImages(of: Given, folder: string, choices: ImageChoices): Promise<number> {
  const shot = opened(of)
  const { plan } = shot.scene
  const fault = imagesFault(plan, choices)
  if (fault) throw new Fault(fault)
  if (choices.column && !columnsFor(plan, choices).length) throw new Fault(`There is no column ${choices.column}.`)
  const plans = imagesFor({ shot: shot.scene.shot, plan, production: of.production }, of, choices)
  await mkdir(folder, { recursive: true }).catch(() => {
    throw new Fault(`The folder ${folder} cannot be made.`)
  })
  const drawer = new ImageDrawer(shot, choices)
  const images = new EachOnce(drawer, { file: which => drawer.file(which), end: () => undefined })
  const write = async ({ name }: ImagePlan, made: ReturnType<EachOnce['file']>): Promise<void> =>
    writeFile(join(folder, `${name}.${choices.file}`), (await made).bytes)
  const writing = new Set<Promise<void>>()
  for (const p of plans) {
    const one = write(p, images.file(p))
    writing.add(one)
    void one.finally(() => writing.delete(one)).catch(() => undefined)
    if (writing.size >= AT_ONCE) await Promise.race(writing)
  }
  await Promise.all(writing)
  return plans.length
}
