import type { Column } from '../document'
import type { Scene, StrokeBy } from '../pass'
import { drawingShown, placingAt } from '../pass'
import type { Affine } from '../motion'
import { contentMarks, type Mark, type PartsSeen } from './marks'
import { paletteOf, type Palette } from './tones'

export interface Layer {
  readonly column: string
  readonly drawing: string
  readonly marks: readonly Mark[]
  readonly palette: Palette
  readonly strength: number
  /** Where it lies in the picture, for a column that is carried or moved: its marks are in a space of their own. */
  readonly at?: Affine
}

/** How a frame is looked at. */
export interface LayerOptions {
  /** With the background columns; true where nothing is said. */
  readonly background?: boolean
  /** With the reference columns: while working only. */
  readonly references?: boolean
  /** A drawing that is looked at in a column instead of its own, and where it lies. */
  readonly instead?: { readonly column: string; readonly drawing: string; readonly at?: Affine } | null
  /** Which drawing a column shows on a frame; the exposed one where nothing is said. */
  readonly shows?: (column: Column, frame: number) => string | null
  /** A column that is seen faintly, to draw over it: while working only. */
  readonly faded?: string | null
  /** Which parts of one column are seen. */
  readonly seen?: { readonly column: string; readonly parts: PartsSeen } | null
}

/** How strongly a column is still seen while another one is drawn over it. */
const FADED = 0.4

/** The display list of a frame: every column that is not hidden, from back to front. */
export function layersAt(scene: Scene, frame: number, strokeBy: StrokeBy, options: LayerOptions = {}): Layer[] {
  const { background = true, references = false, shows = drawingShown, faded, instead, seen } = options
  const { shot, plan, contents } = scene
  return plan.order.flatMap((id): Layer[] => {
    const column = plan.columns[id]!
    if (column.hidden || (column.background && !background) || (column.reference && !references)) return []
    const drawing = instead?.column === id ? instead.drawing : shows(column, frame)
    if (drawing === null) return []
    const moved = column.carrier || column.moves
    const laid = instead?.column === id ? instead.at : undefined
    const at = laid ?? (moved ? placingAt(scene, column, frame, shows) : null)
    if (moved && !at) return []
    const stack = shot.stacks[column.stack]!
    const parts = seen?.column === id ? seen.parts : undefined
    return [
      {
        column: id,
        drawing,
        marks: contentMarks(stack, contents.of(scene, stack, drawing), strokeBy, parts),
        palette: paletteOf(column.ink, shot.paper),
        strength: (column.strength ?? 1) * (stack.drawings[drawing]?.strength ?? 1) * (id === faded ? FADED : 1),
        ...(at ? { at } : {}),
      },
    ]
  })
}
