import type { Contents } from '../pass'
import { drawingShown } from '../pass'
import type { Plan, Shot } from '../document/document'
import type { Stroke } from '../stroke'
import { contentMarks, type Mark, type PartsSeen } from './marks'
import { paletteOf, type Palette } from './tones'

export interface Layer {
  readonly column: string
  readonly drawing: string
  readonly marks: readonly Mark[]
  readonly palette: Palette
  readonly strength: number
}

/**
 * The display list of a frame: every column that is not hidden, from back to front. Guides are seen while working
 * (`guides`) and never go out.
 */
export function layersAt(
  contents: Contents,
  shot: Shot,
  plan: Plan,
  frame: number,
  strokeBy: (hash: string) => Stroke | undefined,
  {
    background = true,
    guides = false,
    instead,
    seen,
  }: {
    background?: boolean
    guides?: boolean
    /** A drawing that is looked at in a column instead of its own. */ instead?: {
      column: string
      drawing: string
    } | null
    /** Which parts of one column are seen. */ seen?: { column: string; parts: PartsSeen } | null
  } = {},
): Layer[] {
  return plan.order.flatMap((id): Layer[] => {
    const column = plan.columns[id]!
    if (column.hidden || (column.background && !background) || (column.guide && !guides)) return []
    const drawing = instead?.column === id ? instead.drawing : drawingShown(column, frame)
    if (drawing === null) return []
    const stack = shot.stacks[column.stack]!
    return [
      {
        column: id,
        drawing,
        marks: contentMarks(
          stack,
          contents.of(shot, plan, stack, drawing),
          strokeBy,
          seen?.column === id ? seen.parts : undefined,
        ),
        palette: paletteOf(column.ink, shot.paper),
        strength: (column.strength ?? 1) * (stack.drawings[drawing]?.strength ?? 1),
      },
    ]
  })
}
