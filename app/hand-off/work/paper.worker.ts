import { expose } from 'comlink'
import { PDFDocument } from 'pdf-lib'
import { numbered } from '#core/paper'
import type { PaperChoices } from '../choices'
import type { Given, Told } from '../given'
import { pagesOf } from '../paper-pages'
import { fontFiles } from './font-files'
import { opened } from './painter'
import type { PictureBytes } from './pdf'
import { PdfFile } from './pdf'
import { outliving } from './scratch'
import { Works } from './works'

export interface PaperJob {
  readonly choices: PaperChoices
  readonly date: string
  /** What the file is called where it is to outlive the window. */
  readonly scratch: string | null
}
const works = new Works()
const PDF = 'application/pdf'

/** Makes a PDF; null where it was stopped. Throws HandOffFault. */
async function make(
  given: Given,
  { choices, date, scratch }: PaperJob,
  told: Told,
): Promise<{ blob: Blob; pages: number } | null> {
  const work = works.begin(told)
  try {
    const { scene, strokeBy } = opened(given)
    const pictures = new Map(given.pictures)
    const pdf = await PdfFile.begin(scene.shot.name, await fontFiles(), file => pictureBytes(pictures.get(file)))
    await work.at(0, 'Laying out pages')
    const job = {
      scene,
      strokeBy,
      production: given.production,
      date,
      paper: choices.paper,
      measure: pdf.fonts.measure,
    }
    const pages = numbered(pagesOf(job, choices, given))
    for (const [i, page] of pages.entries()) {
      if (work.stopped) return null
      await pdf.add(page)
      await work.at((i + 1) / (pages.length + 1), `Page ${i + 1} of ${pages.length}`)
    }
    const bytes = (await pdf.bytes()) as Uint8Array<ArrayBuffer>
    if (work.stopped) return null
    return { blob: await outliving(new Blob([bytes], { type: PDF }), scratch), pages: pages.length }
  } finally {
    works.end(work)
  }
}

/** PDF takes PNG and JPEG; what is neither becomes PNG. */
async function pictureBytes(file: Blob | undefined): Promise<PictureBytes | null> {
  if (!file) return null
  const bytes = new Uint8Array(await file.arrayBuffer())
  if (bytes[0] === 0x89 && bytes[1] === 0x50) return { type: 'png', bytes }
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return { type: 'jpeg', bytes }
  const bitmap = await createImageBitmap(new Blob([bytes]))
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0)
  return { type: 'png', bytes: new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer()) }
}

/** Papers of several shots, one after the other. */
async function joined(parts: readonly Blob[], title: string): Promise<Blob> {
  const doc = await PDFDocument.create()
  doc.setTitle(title)
  for (const part of parts) {
    const from = await PDFDocument.load(await part.arrayBuffer())
    for (const page of await doc.copyPages(from, from.getPageIndices())) doc.addPage(page)
  }
  return new Blob([(await doc.save()) as Uint8Array<ArrayBuffer>], { type: PDF })
}

const api = { make, joined, stop: () => works.stop() }
export type PaperWorker = typeof api
expose(api)
