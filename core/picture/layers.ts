import type { Column, Plan, Stand } from '../document'
import { carriersOf, insidesOf } from '../document'
import type { Scene, StrokeBy, Through } from '../pass'
import { drawingShown, placingAt, throughOn } from '../pass'
import type { Affine } from '../motion'
import { after, SAME } from '../motion'
import { footageMarks } from './footage'
import { contentMarks, finishedMarks, type Mark, type PartsSeen } from './marks'
import { mappedRegion, outerOf, type Region } from './outer'
import { paletteOf, type Palette } from './tones'

export interface Layer {
  readonly column: string
  /** The drawing, or nothing for footage. */
  readonly drawing: string
  readonly marks: readonly Mark[]
  readonly palette: Palette
  readonly strength: number
  /** Where it lies in the picture, for a column that is carried or moved: its marks are in a space of their own. */
  readonly at?: Affine
  /** Inside what it is seen only, px of the picture: in all of these regions. */
  readonly cut?: readonly Region[]
}

/** Where what is drawn lies, and inside what it is seen only. */
export interface Seen {
  readonly at: Affine
  readonly cut: readonly Region[]
}

/** How a frame is looked at. */
export interface LayerOptions {
  /** With the background columns; true where nothing is said. */
  readonly background?: boolean
  /** With the reference columns: while working only. */
  readonly references?: boolean
  /** A drawing that is looked at in a column instead of its own; where it lies and what it is cut to, if otherwise. */
  readonly instead?: ({ readonly column: string; readonly drawing: string } & Partial<Seen>) | null
  /** Which drawing a column shows on a frame; the exposed one where nothing is said. */
  readonly shows?: (column: Column, frame: number) => string | null
  /** A column that is seen faintly, to draw over it: while working only. */
  readonly faded?: string | null
  /** The roughs of drawings that are finished: while working only. */
  readonly roughs?: boolean
  /** Seen by the camera, where the plan has one; otherwise all that is there, as it lies. */
  readonly camera?: boolean
  /** Which parts of one column are seen. */
  readonly seen?: { readonly column: string; readonly parts: PartsSeen } | null
}

/** How strongly a column is still seen while another one is drawn over it. */
const FADED = 0.4

/** Where a column stands to what carries it on a frame. */
export const standOn = ({ stands }: Column, frame: number): Stand['at'] =>
  stands?.findLast(s => s.frame <= frame)?.at ?? 'own'

/** The columns from back to front on a frame: those that ride may stand directly before or behind what carries them. */
export function orderOn({ plan }: Scene, frame: number): readonly string[] {
  const standing = (at: Stand['at']) => plan.order.filter(id => standsAt(plan, id, frame) === at)
  // Each is put directly beside its carrier: of several on one side the one put last is nearest to it.
  const placed = [...standing('before').reverse(), ...standing('behind')]
  const depth = new Map(placed.map(id => [id, carriersOf(plan.columns, id).length]))
  let out = plan.order
  // What carries comes before what rides on it, so that both stay together.
  for (const id of placed.sort((a, b) => depth.get(a)! - depth.get(b)!)) {
    const rest = out.filter(x => x !== id)
    const at = rest.indexOf(plan.columns[id]!.carrier!.column) + (standsAt(plan, id, frame) === 'before' ? 1 : 0)
    out = [...rest.slice(0, at), id, ...rest.slice(at)]
  }
  return out
}

/** Where a column stands on a frame: in its own place where nothing carries it. */
function standsAt({ columns }: Plan, id: string, frame: number): Stand['at'] {
  const column = columns[id]!
  return column.carrier && columns[column.carrier.column] ? standOn(column, frame) : 'own'
}

type Shows = NonNullable<LayerOptions['shows']>

/** Inside what a column is seen only on a frame; null where nothing is there to be seen inside of. */
export function cutOn(
  scene: Scene,
  column: Column,
  frame: number,
  {
    strokeBy,
    shows = drawingShown,
    camera = null,
  }: { readonly strokeBy: StrokeBy; readonly shows?: Shows; readonly camera?: Through | null },
): Region[] | null {
  const out: Region[] = []
  for (const id of insidesOf(scene.plan.columns, column.id)) {
    const on = scene.plan.columns[id]!
    const drawing = shows(on, frame)
    const at = placedOn(scene, on, frame, { shows, camera })
    if (drawing === null || at === null) return null
    const stack = scene.shot.stacks[on.stack]!
    const region = outerOf(contentMarks(stack, scene.contents.of(scene, stack, drawing), strokeBy))
    if (!region.length) return null
    out.push(mappedRegion(region, at))
  }
  return out
}

/** Where a column lies in what is seen; undefined where that is as it is drawn, null where it is not seen. */
function placedOn(
  scene: Scene,
  column: Column,
  frame: number,
  { shows, camera }: { shows: Shows; camera: Through | null },
): Affine | null | undefined {
  const lies = column.carrier || column.moves ? placingAt(scene, column, frame, shows) : undefined
  if (!camera || lies === null) return lies
  const through = camera(column)
  return through && (lies ? after(through, lies) : through)
}

/** The display list of a frame: every column that is not hidden, from back to front. */
export function layersAt(scene: Scene, frame: number, strokeBy: StrokeBy, options: LayerOptions = {}): Layer[] {
  const { background = true, references = false, shows = drawingShown, faded, instead, roughs, seen } = options
  const { shot, plan, contents } = scene
  const camera = options.camera ? throughOn(scene, frame) : null
  return orderOn(scene, frame).flatMap((id): Layer[] => {
    const column = plan.columns[id]!
    if (column.hidden || (column.background && !background) || (column.reference && !references)) return []
    const through = camera ? camera(column) : SAME
    if (!through) return []
    const other = instead?.column === id ? instead : null
    const drawing = other ? other.drawing : shows(column, frame)
    const film = references ? footageMarks(column, frame, shot.rate) : []
    if (drawing === null && !film.length) return []
    const moved = column.carrier || column.moves
    const lies = other?.at ?? (moved ? placingAt(scene, column, frame, shows) : null)
    if (moved && !lies) return []
    const at = camera ? after(through, lies ?? SAME) : lies
    const cut =
      other?.cut?.map(r => (camera ? mappedRegion(r, through) : r)) ??
      cutOn(scene, column, frame, { strokeBy, shows, camera })
    if (!cut) return []
    const stack = shot.stacks[column.stack]!
    const layer = {
      column: id,
      palette: paletteOf(column.ink, shot.paper),
      strength: (column.strength ?? 1) * (id === faded ? FADED : 1),
      ...(at ? { at } : {}),
      ...(cut.length ? { cut } : {}),
    }
    const behind = film.length ? [{ ...layer, drawing: '', marks: film }] : []
    if (drawing === null) return behind
    const parts = seen?.column === id ? seen.parts : undefined
    const rough = contentMarks(stack, contents.of(scene, stack, drawing), strokeBy, parts)
    const shown = roughs || parts ? undefined : stack.drawings[drawing]
    const marks = shown ? finishedMarks(shown, rough) : rough
    const strength = layer.strength * (stack.drawings[drawing]?.strength ?? 1)
    return [...behind, { ...layer, drawing, marks, strength }]
  })
}
