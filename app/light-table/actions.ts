import { usePointed } from '~/desk/pointed'
import { withKey } from '~/desk/shortcuts'
import { tell } from '~/ui/messages'
import { plural } from '#core/basic'
import type { Drawing } from '#core/document'
import { STILL } from '#core/motion'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { useOnlyPen } from '~/ui/pen-near'
import { useSide } from '~/ui/side'
import { drawFromHere, isComputedDrawing } from './draw-from'
import { copyArt, everythingHere, isEmpty, mapDraft, pasteArt, removeArt, selectedBox, selectedDrawings } from './art'
import { drawRecorded } from './recorded-pen'
import { useLightTable } from './store'

const HELD = {
  held: 'The pen draws on the held drawing.',
  blank: 'On a held frame the pen begins a blank drawing.',
  copy: 'On a held frame the pen begins a copy of what is held.',
}

/** Where strokes go. */
const drawingOn: readonly Action[] = [
  {
    id: 'on-held',
    name: 'What the pen does on a held frame',
    hint: 'draws on the held drawing, begins a blank one, or a copy',
    group: 'Draw',
    keys: ['Shift+S'],
    do: () => {
      useLightTable().nextOnHeld()
      tell(HELD[useLightTable().onHeld])
    },
  },
  {
    id: 'only-pen',
    name: 'Only the pen draws',
    hint: 'fingers move the picture',
    group: 'Draw',
    keys: [],
    on: () => useOnlyPen().value,
    do: () => {
      const onlyPen = useOnlyPen()
      onlyPen.value = !onlyPen.value
    },
  },
  {
    id: 'pen-try',
    name: 'Try pen pressure',
    hint: 'without a tablet: a recorded pen draws a ring',
    group: 'Draw',
    keys: [],
    can: d => !!d.column && !d.column.locked && !d.column.hidden,
    why: 'the column is locked or hidden.',
    do: () => {
      useTools().tool = 'pencil'
      const canvas = document.querySelector('[data-part=picture]')
      const box = canvas?.getBoundingClientRect()
      if (canvas && box)
        requestAnimationFrame(
          () =>
            void drawRecorded(canvas, 'ring', {
              x: box.left + box.width * 0.42,
              y: box.top + box.height * 0.35,
              width: box.height * 0.3,
              height: box.height * 0.3,
            }),
        )
    },
  },
  {
    id: 'draw-through',
    name: 'Next drawing after each stroke',
    group: 'Draw',
    keys: ['Alt+KeyT'],
    do: () => {
      useLightTable().nextAfterStroke = !useLightTable().nextAfterStroke
      tell(
        useLightTable().nextAfterStroke
          ? 'After each stroke the playhead goes to the next drawing.'
          : 'The playhead stays after a stroke.',
      )
    },
  },
]

/** Pencil, eraser and the selecting tool. */
const penTools: readonly Action[] = [
  {
    id: 'draw-from',
    after: 'own',
    name: 'Draw from the computed one',
    hint: 'its strokes lie under the pen as faint construction',
    group: 'In-betweens',
    keys: ['Alt+KeyD'],
    can: d => !!d.scene && isComputedDrawing(d.scene, d.focus!),
    why: 'no in-between of drawn poses is under the playhead, or it is drawn on already.',
    do: d => drawFromHere(d),
  },
  {
    id: 'tool-pencil',
    name: 'Pencil',
    group: 'Draw',
    keys: ['d'],
    do: () => {
      useTools().tool = 'pencil'
    },
  },
  {
    id: 'tool-eraser',
    name: 'Eraser',
    group: 'Draw',
    keys: ['u'],
    do: () => {
      useTools().tool = 'eraser'
    },
  },
  {
    id: 'tool-select',
    name: 'Select and move',
    hint: 'what is drawn',
    group: 'Draw',
    keys: ['Semicolon'],
    do: () => {
      useTools().tool = 'select'
    },
  },
  {
    id: 'side-reshape',
    after: 'side-parts',
    name: 'By numbers …',
    hint: 'move, rotate and scale drawings',
    group: 'Draw',
    keys: [],
    can: d => !!d.drawing,
    do: () => {
      useSide().toggle('reshape')
    },
  },
  {
    id: 'side-lines',
    after: 'side-reshape',
    name: 'Lines …',
    hint: 'colour, width, strength and smoothness of what is drawn, also by part across drawings',
    group: 'Draw',
    keys: ['Alt+KeyL'],
    can: d => !!d.drawing,
    do: () => {
      useSide().toggle('lines')
    },
  },
]

const onPicture = (): boolean => usePointed().at === 'picture'
const selecting = (): boolean => useTools().tool === 'select'
const selectedHere = (): boolean => selecting() && !isEmpty(useLightTable().selected)
const canPaste = (d: Desk): boolean => !!d.drawing && !!useLightTable().clip

/** What the arrow keys move what is selected by, px of the picture. */
const NUDGE = 2

function nudge(d: Desk, x: number, y: number): void {
  const { selected, keepWidth } = useLightTable()
  const reshape = { ...STILL({ x: 0, y: 0 }), move: { x, y } }
  const draft = mapDraft(d.scene!, d.focus!, selected!, reshape, { keepWidth, words: 'Move' })
  if (draft) d.run(draft)
}

function remove(d: Desk): void {
  const table = useLightTable()
  if (d.run(...removeArt(d.scene!, d.focus!, table.selected!))) table.selected = null
}

function paste(d: Desk, drawings: readonly Drawing[], how: { inPlace: boolean }): boolean {
  const table = useLightTable()
  const { drafts, selected } = pasteArt(d.scene!, d.focus!, table.clip!, drawings, how)
  if (!d.run(...drafts)) return false
  if (useTools().tool === 'select' && selected?.drawing === d.drawing?.id) table.selected = selected
  return true
}

const nudgeAction = (way: string, key: string, x: number, y: number): Action => ({
  id: `art-${key.slice('Arrow'.length).toLowerCase()}`,
  name: `Move selected art ${way}`,
  hint: 'a little',
  group: 'Draw',
  keys: [`$mod+${key}`],
  repeats: true,
  can: selectedHere,
  do: d => nudge(d, x * NUDGE, y * NUDGE),
})
const list: readonly Action[] = [
  {
    id: 'art-all',
    name: 'Select everything on this drawing',
    group: 'Draw',
    keys: ['Alt+KeyA'],
    can: d => !!d.drawing,
    do: d => {
      useTools().tool = 'select'
      usePointed().at = 'picture'
      useLightTable().selected = everythingHere(d.scene!, d.focus!)
    },
  },
  {
    id: 'art-copy',
    name: 'Copy selected art',
    group: 'Draw',
    keys: ['$mod+KeyC'],
    when: onPicture,
    can: selectedHere,
    why: 'nothing is selected on the picture.',
    do: d => {
      const table = useLightTable()
      table.clip = copyArt(d.scene!, d.focus!, table.selected!)
      usePointed().copied = 'art'
      tell(`Copied. ${withKey('Paste', 'art-paste')} puts it in place on another drawing.`)
    },
  },
  {
    id: 'art-cut',
    name: 'Cut selected art',
    group: 'Draw',
    keys: ['$mod+KeyX'],
    when: onPicture,
    can: selectedHere,
    why: 'nothing is selected on the picture.',
    do: d => {
      const table = useLightTable()
      table.clip = copyArt(d.scene!, d.focus!, table.selected!)
      usePointed().copied = 'art'
      remove(d)
    },
  },
  {
    id: 'art-paste',
    name: 'Paste art in place',
    group: 'Draw',
    keys: ['$mod+KeyV'],
    when: () => usePointed().copied === 'art',
    can: canPaste,
    why: 'nothing was copied on a drawing yet, or no drawing is on this frame.',
    do: d => paste(d, [d.drawing!], { inPlace: true }),
  },
  {
    id: 'art-paste-beside',
    name: 'Paste art beside',
    group: 'Draw',
    keys: ['$mod+Alt+KeyV'],
    when: () => usePointed().copied === 'art',
    can: canPaste,
    why: 'nothing was copied on a drawing yet, or no drawing is on this frame.',
    do: d => paste(d, [d.drawing!], { inPlace: false }),
  },
  {
    id: 'art-paste-range',
    name: 'Paste art on all selected drawings',
    hint: 'in place',
    group: 'Draw',
    keys: [],
    can: d => !!d.drawing && !!useLightTable().clip,
    why: 'nothing was copied on a drawing yet, or no drawing is on this frame.',
    do: d => {
      const drawings = selectedDrawings(d.focus!)
      if (paste(d, drawings, { inPlace: true })) tell(`Pasted on ${plural(drawings.length, 'drawing')}.`)
    },
  },
  {
    id: 'art-delete',
    name: 'Delete selected art',
    group: 'Draw',
    keys: ['Delete'],
    when: () => onPicture() && useTools().tool !== 'ties',
    can: selectedHere,
    why: 'nothing is selected on the picture.',
    do: remove,
  },
  {
    id: 'art-mirror',
    name: 'Mirror selected art',
    group: 'Draw',
    keys: [],
    can: selectedHere,
    why: 'nothing is selected on the picture.',
    do: d => {
      const table = useLightTable()
      const box = selectedBox(d.scene!, d.focus!, table.selected!)
      const draft =
        box &&
        mapDraft(
          d.scene!,
          d.focus!,
          table.selected!,
          { ...STILL({ x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 }), scale: { x: -1, y: 1 } },
          { keepWidth: true, words: 'Mirror' },
        )
      if (draft) d.run(draft)
    },
  },
  nudgeAction('to the left', 'ArrowLeft', -1, 0),
  nudgeAction('to the right', 'ArrowRight', 1, 0),
  nudgeAction('up', 'ArrowUp', 0, -1),
  nudgeAction('down', 'ArrowDown', 0, 1),
]

/**
 * What can be done with what is selected of a drawing. Keys that the sheet has, too, mean this while the selecting tool
 * is in hand.
 */
export const artActions: readonly Action[] = list.map(a => ({ ...a, first: true }))

/** Everything of the light table, in the order of lists. */
export const lightTableActions: readonly Action[] = [...drawingOn, ...artActions, ...penTools]
