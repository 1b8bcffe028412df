import { numbered } from '#core/paper'
import type { PaperChoices } from '../choices'
import { pagesOf } from '../paper-pages'
import type { Opened } from './painter'
import type { PictureBytes } from './pdf'
import { PdfFile } from './pdf'
import type { FontBytes } from './pdf-fonts'

/** A PDF as bytes, and how many pages it has. */
export interface Printed {
  readonly bytes: Uint8Array<ArrayBuffer>
  readonly pages: number
}

/**
 * A shot on paper, as PDF. `at` is told how far it is, and says whether to go on; null where it does not. Throws
 * HandOffFault.
 */
export async function printed(
  { scene, strokeBy, given }: Opened,
  choices: PaperChoices,
  {
    fonts,
    date,
    at,
  }: { fonts: FontBytes; date: string; at: (share: number, words: string) => boolean | Promise<boolean> },
): Promise<Printed | null> {
  const pictures = new Map(given.pictures)
  const pdf = await PdfFile.begin(scene.shot.name, fonts, file => pictureBytes(pictures.get(file)))
  if (!(await at(0, 'Laying out pages'))) return null
  const { production } = given
  const job = { scene, strokeBy, production, date, paper: choices.paper, measure: pdf.fonts.measure }
  const pages = numbered(pagesOf(job, choices, given))
  for (const [i, page] of pages.entries()) {
    await pdf.add(page)
    if (!(await at((i + 1) / (pages.length + 1), `Page ${i + 1} of ${pages.length}`))) return null
  }
  return { bytes: (await pdf.bytes()) as Uint8Array<ArrayBuffer>, pages: pages.length }
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
