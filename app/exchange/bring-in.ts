import { numberIn } from '#core/formats/sequence'
import { oneBoneFigure, restPose } from '#core/figure'
import type { Content, NewSubject } from '#core/document'
import { freeNumber } from '#core/document'
import type { Draft } from '#core/commands'
import { spotAt } from '#core/commands'
import type { Affine } from '#core/motion'
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
export interface Shelf {
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
  { shelf, progress }: { shelf: Shelf; progress: (done: number) => boolean },
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
    const { subject, content } =
      item.kind === 'image' ? await imageContent(item, o, scale, shelf) : await strokesContent(item, o, scale, shelf)
    if (subject) drafts.push({ name: 'subject.add', args: { stack: stack.id, subject, drawing: null, pose: null } })
    const id = newId()
    drafts.push({ name: 'drawing.add', args: { stack: stack.id, drawing: { id, number, role: 'key', content } } })
    if (o.frames) exposures.push({ drawing: id, frames: o.frames })
  }
  if (exposures.length) drafts.push(exposeFrom(scene, focus, exposures))
  progress(items.length)
  return drafts
}

/** What a file becomes: the content of its drawing, and the subject that is a picture. */
interface Become {
  readonly subject: NewSubject | null
  readonly content: Content
}

async function imageContent(
  item: Extract<Brought, { kind: 'image' }>,
  { x, y }: BringOptions,
  scale: number,
  shelf: Shelf,
): Promise<Become> {
  const id = newId()
  const bare = item.name.replace(/\.[A-Za-z0-9]{1,5}$/, '').trim()
  const name = bare.slice(0, 80) || 'Picture'
  const { width, height } = item
  const figure = oneBoneFigure(id, name, height / 2)
  const file = await shelf.addImage(item.bytes)
  return {
    subject: { id, name, kind: 'image', figure, file, width, height },
    content: { poses: { [id]: restPose({ x, y }, scale) }, strokes: [] },
  }
}

async function strokesContent(
  item: Extract<Brought, { kind: 'strokes' }>,
  { x, y }: BringOptions,
  scale: number,
  shelf: Shelf,
): Promise<Become> {
  const at: Affine = [scale, 0, 0, scale, x - (item.width / 2) * scale, y - (item.height / 2) * scale]
  const strokes: { id: string; hash: string }[] = []
  for (const s of item.strokes) {
    const scaled = tidy(asDrawn(s, { at }))
    // What lies too far out at this size stays out: it could not be kept.
    if (strokeSchema.safeParse(scaled).success) strokes.push({ id: newId(), hash: shelf.addStroke(scaled) })
  }
  return { subject: null, content: { poses: {}, strokes } }
}

function exposeFrom(scene: Scene, focus: Focus, exposures: { drawing: string; frames: number }[]): Draft {
  const { frame } = focus
  const column = focus.column!
  const args = { plan: scene.plan.id, column: column.id, at: spotAt(column.runs, frame), frame, exposures }
  return { name: 'range.paste', args: { ...args, by: 'over' } }
}
