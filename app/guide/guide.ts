import { marked } from 'marked'
import text from '../../docs/guide.md?raw'

/** A stage of the work, as the guide tells it. */
export interface Stage {
  /** "pose": its address. */
  readonly id: string
  readonly title: string
  readonly html: string
}

/** The pictures stand beside the text for those who read the file, and at the address of the guide here. */
const here = (markdown: string): string => markdown.replaceAll('../public/guide/', '/guide/')
const [begin, ...parts] = text.split(/^## /m)

/** What stands before the first stage. */
export const introduction = marked.parse(here(begin!.replace(/^# .*$/m, '')), { async: false })
export const stages: readonly Stage[] = parts.map(part => {
  const end = part.indexOf('\n')
  const title = part.slice(0, end).trim()
  return { id: title.toLowerCase(), title, html: marked.parse(here(part.slice(end)), { async: false }) }
})
