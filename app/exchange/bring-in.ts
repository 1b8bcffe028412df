import { numberIn } from '#core/formats/sequence'
import { oneBoneFigure, restPose } from '#core/figure'
import type { Content, NewSubject } from '#core/document'
import { freeNumber } from '#core/document'
import type { Draft } from '#core/commands'
import { spotAt } from '#core/commands'
import type { Affine, Vec } from '#core/motion'
import type { Stroke } from '#core/stroke'
import { asDrawn, strokeSchema, tidy } from '#core/stroke'
import type { Focus, Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'
import type { Brought } from './found'

/** How a batch is brought in. */
export interface BringOptions {
  /** As large as it is, or as large as fits the picture, times a percentage. */
  readonly fit: boolean
  readonly percent: number
  /** Where its middle comes, px of the picture. */
  readonly x: number
  readonly y: number
  /** Exposed from the playhead on, each for so many frames; null leaves them as spares. */
  readonly frames: number | null
  /** Numbered as the files are, where they are. */
  readonly theirNumbers: boolean
}

/** Who keeps what is brought in: the hash that names it is given back. */
export interface Keeper {
  readonly addImage: (bytes: Blob) => Promise<string>
  readonly addStroke: (stroke: Stroke) => string
}

const scaleFor = (scene: Scene, item: Brought, o: BringOptions): number => {
  const { width, height } = scene.shot.picture
  return (o.fit ? Math.min(width / item.width, height / item.height) : 1) * (o.percent / 100)
}

/**
 * The drafts that bring files in as drawings of the active column, as one undo step. Strokes and pictures are kept first.
 * `progress` tells how many are done and says whether to go on; null when it was stopped.
 */
export async function bringIn(
  scene: Scene,
  focus: Focus,
  items: readonly Brought[],
  o: BringOptions,
  { keeper, progress }: { keeper: Keeper; progress: (done: number) => boolean },
): Promise<Draft[] | null> {
  const stack = focus.stack!
  const drafts: Draft[] = []
  const exposures: { drawing: string; frames: number }[] = []
  const taken: string[] = []
  for (const [i, item] of items.entries()) {
    if (!progress(i)) return null
    const own = o.theirNumbers ? numberIn(item.name)?.number : undefined
    const number = freeNumber(stack, String(own ?? (o.frames ? focus.frame + i * o.frames : i + 1)), taken)
    taken.push(number)
    const scale = scaleFor(scene, item, o)
    const { subject, content } = await contentOf(item, o, scale, keeper)
    if (subject) drafts.push({ name: 'subject.add', args: { stack: stack.id, subject, drawing: null, pose: null } })
    const id = newId()
    drafts.push({ name: 'drawing.add', args: { stack: stack.id, drawing: { id, number, role: 'key', content } } })
    if (o.frames) exposures.push({ drawing: id, frames: o.frames })
  }
  if (exposures.length) drafts.push(exposedOver(scene, focus, focus.frame, exposures))
  progress(items.length)
  return drafts
}

/** What a file or a layer becomes: the content of a drawing, and the subject that is placed on it. */
export interface Become {
  readonly subject: NewSubject | null
  readonly content: Content
}
type Picture = { readonly name: string; readonly bytes: Blob; readonly width: number; readonly height: number }

/** A picture that is placed by its middle. It is kept first. */
export async function pictureContent(
  { name, bytes, width, height }: Picture,
  { middle, scale, keeper }: { middle: Vec; scale: number; keeper: Keeper },
): Promise<Become> {
  const id = newId()
  const figure = oneBoneFigure(id, name, height / 2)
  const file = await keeper.addImage(bytes)
  return {
    subject: { id, name, kind: 'image', figure, file, width, height },
    content: { poses: { [id]: restPose(middle, scale) }, strokes: [] },
  }
}

/** Strokes where they are mapped to. They are kept first; what lies too far out then stays out. */
export function strokesContent(strokes: readonly Stroke[], at: Affine, keeper: Keeper): Become {
  const mapped = strokes.map(s => tidy(asDrawn(s, { at }))).filter(s => strokeSchema.safeParse(s).success)
  return {
    subject: null,
    content: { poses: {}, strokes: mapped.map(s => ({ id: newId(), hash: keeper.addStroke(s) })) },
  }
}

/** Drawings exposed over what is there in the active column, from a frame on. */
export function exposedOver(
  scene: Scene,
  { column }: Focus,
  frame: number,
  exposures: { drawing: string; frames: number }[],
): Draft {
  const args = { plan: scene.plan.id, column: column!.id, at: spotAt(column!.runs, frame), frame, exposures }
  return { name: 'range.paste', args: { ...args, by: 'over' } }
}

const bareName = (file: string): string =>
  file
    .replace(/\.[A-Za-z0-9]{1,5}$/, '')
    .trim()
    .slice(0, 80) || 'Picture'

function contentOf(item: Brought, { x, y }: BringOptions, scale: number, keeper: Keeper): Promise<Become> | Become {
  if (item.kind === 'image')
    return pictureContent({ ...item, name: bareName(item.name) }, { middle: { x, y }, scale, keeper })
  const at: Affine = [scale, 0, 0, scale, x - (item.width / 2) * scale, y - (item.height / 2) * scale]
  return strokesContent(item.strokes, at, keeper)
}
