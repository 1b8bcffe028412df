import type { Column } from '#core/document'
import type { DrawnJob, Sheet } from '#core/paper'
import { bookletPages, chartPages, printed, sheetPages } from '#core/paper'
import type { Frames } from '#core/sheet'
import type { PaperChoices } from './choices'
import { HandOffFault } from './given'

/** The columns that go onto paper: those that are named and there, or all. */
export function paperColumns(job: Pick<DrawnJob, 'scene'>, { columns, what }: PaperChoices): Column[] {
  const all = printed(job)
  const named = all.filter(c => columns.includes(c.name))
  if (what === 'sheet') return named.length ? named : all
  const drawn = (named.length ? named : all).filter(c => !c.background && !c.reference)
  return what === 'booklet' ? drawn.slice(0, 1) : drawn
}

/** The pages that are asked for. Throws HandOffFault where there is nothing to print. */
export function pagesOf(job: DrawnJob, choices: PaperChoices, frames: Frames): Sheet[] {
  const columns = paperColumns(job, choices)
  if (!columns.length) throw new HandOffFault('There is no column to print.')
  if (choices.what === 'sheet') return sheetPages(job, { columns, frames, ladders: choices.ladders })
  const pages = choices.what === 'booklet' ? bookletPages(job, columns[0]!, frames) : chartPages(job, columns, frames)
  if (!pages.length) throw new HandOffFault('No poses are exposed in these frames.')
  return pages
}
