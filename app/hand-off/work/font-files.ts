import figtree from '@fontsource/figtree/files/figtree-latin-400-normal.woff?url'
import figtreeExt from '@fontsource/figtree/files/figtree-latin-ext-400-normal.woff?url'
import figtreeBold from '@fontsource/figtree/files/figtree-latin-600-normal.woff?url'
import figtreeBoldExt from '@fontsource/figtree/files/figtree-latin-ext-600-normal.woff?url'
import mono from '@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-400-normal.woff?url'
import monoExt from '@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-ext-400-normal.woff?url'
import monoCyrillic from '@fontsource/ibm-plex-mono/files/ibm-plex-mono-cyrillic-400-normal.woff?url'
import monoBold from '@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-600-normal.woff?url'
import monoBoldExt from '@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-ext-600-normal.woff?url'
import monoBoldCyrillic from '@fontsource/ibm-plex-mono/files/ibm-plex-mono-cyrillic-600-normal.woff?url'
import type { Face } from '#core/paper'
import { HandOffFault } from '../given'
import type { FontBytes } from './pdf-fonts'

/** What the sans does not have the monospace may. */
const FILES: Record<Face, readonly string[]> = {
  plain: [figtree, figtreeExt, monoCyrillic],
  bold: [figtreeBold, figtreeBoldExt, monoBoldCyrillic],
  mono: [mono, monoExt, monoCyrillic],
  'mono-bold': [monoBold, monoBoldExt, monoBoldCyrillic],
}

let fetched: Promise<FontBytes> | null = null

/** The application's own fonts, for paper. Throws HandOffFault where they cannot be fetched. */
export function fontFiles(): Promise<FontBytes> {
  fetched ??= Promise.all(
    (Object.entries(FILES) as [Face, readonly string[]][]).map(async ([face, urls]) => [
      face,
      await Promise.all(urls.map(bytesOf)),
    ]),
  ).then(
    entries => Object.fromEntries(entries) as FontBytes,
    () => {
      fetched = null
      throw new HandOffFault('The fonts for paper could not be fetched. Try again when the server answers.')
    },
  )
  return fetched
}

async function bytesOf(url: string): Promise<Uint8Array> {
  const response = await fetch(url)
  if (!response.ok) throw new Error(`${url}: ${response.status}`)
  return new Uint8Array(await response.arrayBuffer())
}
