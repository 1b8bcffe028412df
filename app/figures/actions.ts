import type { Action } from '~/desk/action'
import { useTools } from '~/desk/tools'
import { useSide } from '~/ui/side'
import { tell } from '~/ui/messages'
import type { Desk } from '~/desk/desk'
import type { SelectedArt } from '~/light-table/art'
import { useLightTable } from '~/light-table/store'
import type { Row } from './bind'
import { bindable, bindDraft, rowsHere } from './bind'
import { plural } from '#core/basic'
import { exchangedCopies, mirrorHere, sidedHere, swapHere } from './subjects'

/** What is selected, and the row of bones it lies nearest to. */
function rowToBindTo(d: Desk): { art: SelectedArt; row: Row } | null {
  const art = d.scene && bindable(d.scene, d.focus!, useLightTable().selected)
  const row = art && rowsHere(d.scene!, d.focus!, art)[0]
  return row ? { art: art!, row } : null
}

function bindSelected(d: Desk): void {
  const meant = rowToBindTo(d)!
  const draft = bindDraft(d.scene!, d.focus!, meant.art, meant.row)
  if (!draft || !d.run(draft)) return
  useLightTable().selected = null
  tell(`Bound to ${meant.row.subject.name}, ${meant.row.name}: it bends with it on all drawings.`, {
    offers: [{ label: 'How it bends …', do: () => void (useSide().open = 'parts') }],
  })
}

/** Posing and making figures, and what belongs to them. */
export const figureActions: readonly Action[] = [
  {
    id: 'tool-pose',
    after: 'art-down',
    name: 'Pose the figure',
    group: 'Draw',
    keys: ['p'],
    do: () => {
      useTools().tool = 'pose'
    },
  },
  {
    id: 'tool-joints',
    name: 'Create a figure from joints',
    group: 'Draw',
    keys: [],
    can: d => !!d.column,
    do: () => {
      useTools().tool = 'joints'
    },
  },
  {
    id: 'swap-sides',
    name: 'Swap left and right',
    hint: 'of the figures on this drawing, or on those of the selected frames',
    group: 'Poses',
    keys: ['Alt+KeyS'],
    can: d => !!d.drawing && sidedHere(d.scene!, d.focus!).length > 0,
    why: 'no figure with a left and a right stands on this drawing.',
    do: d => d.run(...swapHere(d.scene!, d.focus!)),
  },
  {
    id: 'copies-exchanged',
    name: 'Copies with limbs exchanged',
    hint: 'the poses of the selected frames once more behind them, near and far limbs exchanged',
    group: 'Poses',
    keys: [],
    can: d => !!d.focus && typeof exchangedCopies(d.scene!, d.focus) !== 'string',
    why: 'frames at the end of a column with poses made by hand must be selected.',
    do: d => {
      const made = exchangedCopies(d.scene!, d.focus!)
      if (typeof made === 'string') tell(made)
      else if (d.run(...made)) d.tellDone(`${plural(made.length, 'pose')} copied, near and far limbs exchanged.`)
    },
  },
  {
    id: 'mirror-figures',
    name: 'Mirror figures',
    hint: 'on this drawing, or on those of the selected frames, where they stand',
    group: 'Poses',
    keys: ['Alt+KeyM'],
    can: d => !!d.drawing && mirrorHere(d.scene!, d.focus!).length > 0,
    why: 'no figure stands on this drawing.',
    do: d => d.run(...mirrorHere(d.scene!, d.focus!)),
  },
  {
    id: 'art-bind',
    name: 'Bind to the figure',
    hint: 'what is selected bends along the nearest chain or limb, on all drawings',
    group: 'Draw',
    keys: ['Alt+KeyK'],
    can: d => rowToBindTo(d) !== null,
    why: 'no strokes or pictures are selected on a drawing with a figure.',
    do: bindSelected,
  },
  {
    id: 'side-parts',
    name: 'Figures and parts …',
    hint: 'of this column',
    group: 'Draw',
    keys: ['Alt+KeyP'],
    can: d => !!d.column,
    do: () => {
      useSide().toggle('parts')
    },
  },
  {
    id: 'pin',
    name: 'Pins …',
    hint: 'a part held in its place',
    group: 'Poses',
    keys: ['Shift+I'],
    can: d => !!d.drawing,
    do: () => {
      useSide().toggle('pins')
    },
  },
]
