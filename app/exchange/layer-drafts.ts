import type { Draft } from '#core/commands'
import type { Content } from '#core/document'
import { freeNumber } from '#core/document'
import { oneBoneFigure, restPose } from '#core/figure'
import type { Affine } from '#core/motion'
import { mapped } from '#core/motion'
import type { Focus, Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'
import type { Become, Keeper } from './bring-in'
import { exposedOver, pictureContent, strokesContent } from './bring-in'
import type { LayerFound } from './found'
import { aboutMiddle } from './swap'

/** How layers lie in the picture: the file's size in px, and by how much it is scaled, about the middle of both. */
export interface Laid {
  readonly width: number
  readonly height: number
  readonly scale: number
}
/** The frames on which what comes in is exposed. */
export interface Shown {
  readonly from: number
  readonly frames: number
}

/** Px of the file to px of the picture. */
function mapOf({ width, height, scale }: Laid, picture: { width: number; height: number }): Affine {
  return [scale, 0, 0, scale, (picture.width - width * scale) / 2, (picture.height - height * scale) / 2]
}

const pictureOf = ({ name, content: c }: Pictured, at: Affine, keeper: Keeper): Promise<Become> =>
  pictureContent(
    { name, ...c },
    { middle: mapped(at, { x: c.x + c.width / 2, y: c.y + c.height / 2 }), scale: at[0], keeper },
  )

/** Strokes of a layer as they lie in the picture; null where none can be kept. */
function strokesOf({ content }: Drawn, at: Affine, keeper: Keeper): Become | null {
  const made = strokesContent(content.strokes, at, keeper)
  return made.content.strokes.length ? made : null
}

/** Strokes of a layer as a part that is drawn once, about its middle; null where none can be kept. */
function partOf({ name, content }: Drawn, at: Affine, keeper: Keeper): Become | null {
  const about = aboutMiddle(content.strokes, at[0], { keeper, newId })
  if (!about) return null
  const id = newId()
  return {
    subject: {
      ...{ id, name, kind: 'part', strokes: about.strokes },
      figure: oneBoneFigure(id, name, (about.height * at[0]) / 2),
    },
    content: { poses: { [id]: restPose(mapped(at, about.middle), 1) }, strokes: [] },
  }
}

type Drawn = LayerFound & { content: { kind: 'strokes' } }
type Pictured = LayerFound & { content: { kind: 'image' } }
const isPicture = (l: LayerFound): l is Pictured => l.content.kind === 'image'

/** What a layer becomes, its strokes in one of two ways; null where none of them can be kept. */
const becomes = async (
  layer: LayerFound,
  drawn: (layer: Drawn, at: Affine, keeper: Keeper) => Become | null,
  at: Affine,
  keeper: Keeper,
): Promise<Become | null> => (isPicture(layer) ? pictureOf(layer, at, keeper) : drawn(layer as Drawn, at, keeper))

/** Each layer as a new column with one drawing, held for some frames; in front of the columns there are. */
export async function asColumns(
  scene: Scene,
  layers: readonly LayerFound[],
  { laid, shown, keeper }: { laid: Laid; shown: Shown; keeper: Keeper },
): Promise<Draft[]> {
  const at = mapOf(laid, scene.shot.picture)
  const drafts: Draft[] = []
  for (const layer of layers) {
    const made = await becomes(layer, strokesOf, at, keeper)
    if (made) drafts.push(columnOf(scene, layer.name, made, { index: scene.columns.length + drafts.length, shown }))
  }
  return drafts
}

function columnOf(
  scene: Scene,
  name: string,
  { subject, content }: Become,
  { index, shown: { from, frames } }: { index: number; shown: Shown },
): Draft {
  const [id, stack, drawing] = [newId(), newId(), newId()]
  const blank = from > 1 ? [{ id: newId(), drawing: null, frames: from - 1 }] : []
  return {
    name: 'column.add',
    args: {
      plan: scene.plan.id,
      index,
      stack: {
        id: stack,
        subjects: subject ? { [subject.id]: { ...subject, rank: 0 } } : {},
        drawings: { [drawing]: { id: drawing, number: '1', role: 'key', own: true, content } },
      },
      column: {
        ...{ id, name, stack, ink: '#26302c', step: 2, background: false, locked: false, hidden: false },
        runs: [...blank, { id: newId(), drawing, frames }],
      },
    },
  }
}

/** The layers as parts of one new drawing of the active column, each with a place of its own; exposed where asked. */
export async function asParts(
  scene: Scene,
  focus: Focus,
  layers: readonly LayerFound[],
  { laid, shown, keeper }: { laid: Laid; shown: Shown | null; keeper: Keeper },
): Promise<Draft[]> {
  const at = mapOf(laid, scene.shot.picture)
  const stack = focus.stack!
  const made: Become[] = []
  for (const layer of layers) {
    const one = await becomes(layer, partOf, at, keeper)
    if (one) made.push(one)
  }
  if (!made.length) return []
  const content: Content = { poses: Object.assign({}, ...made.map(m => m.content.poses)), strokes: [] }
  const id = newId()
  const number = freeNumber(stack, String(shown?.from ?? 1), [])
  return [
    ...made.map((m): Draft => ({
      name: 'subject.add',
      args: { stack: stack.id, subject: m.subject!, drawing: null, pose: null },
    })),
    { name: 'drawing.add', args: { stack: stack.id, drawing: { id, number, role: 'key', content } } },
    ...(shown ? [exposedOver(scene, focus, shown.from, [{ drawing: id, frames: shown.frames }])] : []),
  ]
}
