import { expose } from 'comlink'
import { nameBy } from '#core/formats/naming'
import type { ImageChoices } from '../choices'
import type { Given, Told } from '../given'
import type { ImagePlan } from '../image-names'
import { imagesFor } from '../image-names'
import { contactSheet } from './contact'
import { drawersOf } from './drawers'
import { EachOnce } from './each-once'
import { workerFonts } from './fonts'
import { ImageDrawer } from './image-drawer'
import type { Opened } from './painter'
import { opened } from './painter'
import { outliving, pieces, scratch } from './scratch'
import type { Work } from './works'
import { Works } from './works'
import type { Ready } from './ready'
import { ZipInto } from './zip'

export interface ImagesJob {
  readonly choices: ImageChoices
  /** What the file is called until it is finished, where it is to outlive the window. */
  readonly scratch: string | null
}

const works = new Works()
/** So many images are being made at the same time at most. */
const AT_ONCE = 8
/** Images are looked at so many before they are needed: pictures that are held or come again lie between. */
const AHEAD = 120

/** Makes images, in a zip where there are several; null where it was stopped. Throws HandOffFault. */
async function make(given: Given, job: ImagesJob, told: Told): Promise<{ blob: Blob; name: string } | null> {
  const work = works.begin(told)
  try {
    await workerFonts()
    const of = opened(given)
    const { shot, plan } = of.scene
    if (job.choices.by === 'contact') {
      const name = nameBy(job.choices.pattern, { production: given.production, shot: shot.name }, job.choices.digits)
      const blob = await contactSheet(of, job.choices, work)
      return blob && { blob: await outliving(blob, job.scratch), name: `${name}.png` }
    }
    const plans = imagesFor({ shot, plan, production: given.production }, given, job.choices)
    const blob = await filed(of, plans, job, work)
    const [only] = plans.length === 1 ? plans : []
    const name = only ? `${only.name}.${job.choices.file}` : `${nameBy('[shot]-images', { shot: shot.name }, 1)}.zip`
    return blob && { blob, name }
  } finally {
    works.end(work)
  }
}

/** One image as it is, several in a zip. */
async function filed(of: Opened, plans: readonly ImagePlan[], job: ImagesJob, work: Work): Promise<Blob | null> {
  const drawers = drawersOf(of, job.choices, plans.length)
  const images = new EachOnce(new ImageDrawer(of, job.choices), drawers)
  try {
    if (plans.length === 1) return await outliving((await images.file(plans[0]!)).blob, job.scratch)
    return await zipped(plans, images, job, work)
  } finally {
    drawers.end()
  }
}

async function zipped(plans: readonly ImagePlan[], images: EachOnce, job: ImagesJob, work: Work): Promise<Blob | null> {
  const file = job.scratch === null ? pieces() : await scratch(job.scratch)
  const zip = new ZipInto(file)
  const ahead: Promise<Ready>[] = []
  try {
    for (const [i, plan] of plans.entries()) {
      if (work.stopped) {
        await file.drop()
        return null
      }
      const next = (): ImagePlan | undefined => plans[i + ahead.length]
      while (!ahead.length || (next() && ahead.length < AHEAD && images.making < AT_ONCE))
        ahead.push(images.file(next()!))
      zip.addReady(`${plan.name}.${job.choices.file}`, await ahead.shift()!)
      await work.at((i + 1) / plans.length, `Image ${i + 1} of ${plans.length}`)
    }
    return await zip.done()
  } catch (error) {
    await file.drop()
    throw error
  } finally {
    await Promise.allSettled(ahead)
  }
}

/** Files of several shots as one zip, each in a folder of its shot, with a text beside the folders. Zips are unpacked. */
async function joined(
  parts: readonly { blob: Blob; folder: string; name: string }[],
  beside: { name: string; text: Uint8Array<ArrayBuffer> },
  name: string,
): Promise<Blob> {
  const file = await scratch(name)
  const zip = new ZipInto(file)
  try {
    zip.add(beside.name, beside.text)
    for (const part of parts) {
      if (part.name.endsWith('.zip')) await zip.addAll(part.blob, part.folder)
      else await zip.addFile(`${part.folder}/${part.name}`, part.blob)
    }
    return await zip.done()
  } catch (error) {
    await file.drop()
    throw error
  }
}

const api = { make, joined, stop: () => works.stop() }
export type ImagesWorker = typeof api
expose(api)
