import { plural } from '#core/basic'
import type { DrawnJob, Sheet } from '#core/paper'
import { sheetLayout, sheetPage } from '#core/paper'
import type { Frames } from '#core/sheet'
import type { PaperChoices } from './choices'
import { HandOffFault } from './given'
import { pagesOf, paperColumns } from './paper-pages'

/** Pages of drawings are looked at for so many frames only: the first page is not a matter of the others. */
const LOOKED_AT = 96

/** The first page of what is asked for, and how many there will be, in words; a page is null where there is none. */
export function firstPage(
  given: Omit<DrawnJob, 'paper' | 'date'>,
  choices: PaperChoices,
  { first, last }: Frames,
): { page: Sheet | null; words: string } {
  const job = { ...given, paper: choices.paper, date: '' }
  try {
    if (choices.what === 'sheet') {
      const columns = paperColumns(job, choices)
      const layout = sheetLayout(job, { columns, frames: { first, last }, ladders: choices.ladders })
      const shown = columns.length < 2 ? '' : `, ${columns.length} columns`
      return { page: sheetPage(job, layout, layout.pages[0]!), words: `${plural(layout.pages.length, 'page')}${shown}` }
    }
    const [page = null] = pagesOf(job, choices, { first, last: Math.min(last, first + LOOKED_AT - 1) })
    return { page, words: 'The first page.' }
  } catch (error) {
    if (error instanceof HandOffFault) return { page: null, words: error.message }
    throw error
  }
}
