import type { Drawing } from '#core/document'
import { drawingShown } from '#core/pass'
import { rangeOf } from '~/desk/scene'
import type { Desk } from '~/desk/desk'
import { isIn } from '~/sheet/passages'
import { tell } from '~/ui/messages'
import { withKey } from '~/desk/shortcuts'
import { usePicture } from './store'

/** Whether any drawing of the shot is finished. */
export const finishedIn = ({ shot }: Desk): boolean =>
  !!shot && Object.values(shot.stacks).some(s => Object.values(s.drawings).some(d => d.finished))

/** The finished drawings on the selected frames of the active column, each once. */
export function finishedHere({ focus }: Desk): Drawing[] {
  if (!focus?.column) return []
  const { column, stack, selection } = focus
  const { first, last } = rangeOf(focus)
  const found = new Set<string>()
  for (let frame = first; frame <= last; frame++) {
    const drawing = drawingShown(column, frame)
    const selected = !selection?.passages || isIn(selection.passages, frame)
    if (drawing !== null && selected && (!selection?.drawing || selection.drawing === drawing)) found.add(drawing)
  }
  return [...found].map(id => stack!.drawings[id]!).filter(d => d.finished)
}

/** What is drawn on a rough that lies under its finished drawing is to be seen: the roughs come out. */
export function showRoughs(drawing: Drawing): void {
  const picture = usePicture()
  if (picture.roughs || !drawing.finished || drawing.finished.over) return
  picture.roughs = true
  const detail = withKey(`Drawing ${drawing.number} is finished, which lies over what you draw. See it again`, 'roughs')
  tell('The roughs are seen now.', { detail })
}
