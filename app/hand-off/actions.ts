import type { Action } from '~/desk/action'
import { useSide } from '~/ui/side'
import type { Kind } from './remembered'
import { useChoices } from './remembered'

const exporting = (kind: Kind, name: string, hint: string): Action => ({
  id: `export-${kind}`,
  after: 'hand-off',
  name,
  hint,
  group: 'Shot',
  keys: [],
  do: () => {
    useChoices().kind = kind
    useSide().open = 'export'
  },
})

/** What leaves the shot. */
export const handOffActions: readonly Action[] = [
  {
    id: 'hand-off',
    name: 'Export …',
    hint: 'movie, GIF, images, paper or data',
    group: 'Shot',
    keys: ['Shift+H'],
    do: () => {
      useSide().toggle('export')
    },
  },
  // Each is put right behind the first: the last of these stands first.
  exporting('data', 'Export data …', 'sheet, timeline, notes, the whole shot'),
  exporting('paper', 'Export paper …', 'the sheet, charts, a booklet of in-betweens'),
  exporting('images', 'Export images …', 'by frame or by drawing'),
  exporting('gif', 'Export a GIF …', 'a small moving picture'),
  exporting('movie', 'Export a movie …', 'of this shot or of several'),
]
