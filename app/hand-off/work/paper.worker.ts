import { expose } from 'comlink'
import { PDFDocument } from 'pdf-lib'
import type { PaperChoices } from '../choices'
import type { Given, Told } from '../given'
import { fontFiles } from './font-files'
import { opened } from './painter'
import { printed } from './paper'
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
    const at = async (share: number, words: string): Promise<boolean> => {
      await work.at(share, words)
      return !work.stopped
    }
    const made = await printed(opened(given), choices, { fonts: await fontFiles(), date, at })
    if (!made || work.stopped) return null
    return { blob: await outliving(new Blob([made.bytes], { type: PDF }), scratch), pages: made.pages }
  } finally {
    works.end(work)
  }
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
