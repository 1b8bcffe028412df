import type { Drawing } from '#core/document'
import type { State } from '#core/pass'
import { isPose } from '#core/pass'
import type { Run } from '#core/sheet'
import { exposedDrawings, runAt, runBefore, runsAfter } from '#core/sheet'
import type { Focus, Scene } from '~/desk/scene'
import { momentsOf } from '~/sheet/cell-words'

/** A pose in the pose row: exposed from `start`; the next pose or blank begins on `end`. */
export interface PoseCard {
  readonly run: string
  readonly again?: true
  readonly start: number
  readonly end: number
  readonly drawing: string
  readonly number: string
  readonly role: Drawing['role']
  readonly held: number
  readonly state: State
  /** What it is in a cycle: “contact”. */
  readonly moment?: string | undefined
}

/** True where the column that is worked on exposes a pose. */
export const exposesPoses = ({ column, stack }: Focus): boolean =>
  !!column && [...exposedDrawings(column.runs).keys()].some(d => isPose(stack?.drawings[d]))

/**
 * The poses of the column that is worked on that lie, at least in part, between two frames, the second one excluded; of a
 * column without poses all its drawings.
 */
export function cardsBetween(scene: Scene, focus: Focus, from: number, until: number): PoseCard[] {
  const { column, stack } = focus
  if (!column || !stack) return []
  const every = !exposesPoses(focus)
  const moments = momentsOf(scene, column)
  const drawingOf = (run: Run): Drawing | undefined => stack.drawings[run.drawing ?? '']
  const isBetween = (run: Run) => {
    const d = drawingOf(run)
    return !every && d !== undefined && !isPose(d)
  }
  let first = runAt(column.runs, from)
  while (first && isBetween(first.run)) first = runBefore(column.runs, first)

  const cards: PoseCard[] = []
  let open: Omit<PoseCard, 'end'> | null = null
  const close = (end: number) => {
    if (open && end > from) cards.push({ ...open, end })
    open = null
  }
  for (const { run, start } of runsAfter(column.runs, first?.start ?? from)) {
    if (isBetween(run)) continue
    close(start)
    if (start >= until) return cards
    const d = drawingOf(run)
    if (d) open = { ...cardOf(scene, stack.id, d, run, start), moment: moments.get(d.id) }
  }
  close(column.runs.frames + 1)
  return cards
}

const cardOf = (scene: Scene, stack: string, d: Drawing, run: Run, start: number): Omit<PoseCard, 'end'> => ({
  run: run.id,
  again: run.again,
  start,
  drawing: d.id,
  number: d.number,
  role: d.role,
  held: run.frames,
  state: scene.contents.state(scene, scene.shot.stacks[stack]!, d.id),
})

/** A card as it lies in the row: px from its left end. */
export interface LaidCard extends PoseCard {
  readonly x: number
  readonly width: number
}

/** Cards side by side: as wide as they last, but at least so wide; blanks between them as wide as they last. */
export interface LaidRow {
  readonly cards: readonly LaidCard[]
  readonly width: number
  /** Where the middle of a frame lies, px; within a card in proportion. */
  readonly xOf: (frame: number) => number
}

/** Lays cards from a frame to another, the second one excluded, at so many px a frame; `least` and `gap` px. */
export function layCards(
  cards: readonly PoseCard[],
  { from, until, px, least, gap }: { from: number; until: number; px: number; least: number; gap: number },
): LaidRow {
  const laid: LaidCard[] = []
  let [x, frame] = [0, from]
  for (const card of cards) {
    const [start, end] = [Math.max(from, card.start), Math.min(until, card.end)]
    x += Math.max(0, start - frame) * px
    const width = Math.max(least, (end - start) * px - gap)
    laid.push({ ...card, x, width })
    x += width + gap
    frame = end
  }
  const width = x + Math.max(0, until - frame) * px
  return { cards: laid, width, xOf: f => xOfFrame(laid, { from, px, gap }, f) }
}

/** The px a frame at which cards fill a width, with their least width and gaps; `least` and `gap` px. */
export function fitting(
  cards: readonly PoseCard[],
  width: number,
  at: { from: number; until: number; least: number; gap: number },
): number {
  const whole = width / (at.until - at.from)
  let [low, high] = [0, whole]
  for (let i = 0; i < 24; i++) {
    const px = (low + high) / 2
    if (layCards(cards, { ...at, px }).width > width) high = px
    else low = px
  }
  return low || whole
}

function xOfFrame(laid: readonly LaidCard[], at: { from: number; px: number; gap: number }, frame: number): number {
  const i = laid.findLastIndex(c => Math.max(at.from, c.start) <= frame)
  const card = laid[i]
  if (!card) return (frame - at.from + 0.5) * at.px
  const [start, end] = [Math.max(at.from, card.start), card.end]
  if (frame < end) return card.x + ((frame - start + 0.5) / (end - start)) * card.width
  return card.x + card.width + at.gap + (frame - end + 0.5) * at.px
}
