import type { Draft } from '#core/commands'
import type { Column, Move } from '#core/document'
import type { Affine, Vec } from '#core/motion'
import { after, growth, inverseOf, mapped, nearestTurn, SAME } from '#core/motion'
import { drawingShown, movedOn, moveOf, moveSpace, ownPlacing, placingAt, standingStill } from '#core/pass'
import type { Mark } from '#core/picture'
import { contentMarks } from '#core/picture'
import { EASINGS } from '#core/chart'
import { marksHull } from '#core/travel'
import type { Scene } from '~/desk/scene'
import type { Box } from '~/light-table/select-tool'

/** What has moves: a column by its id, or the camera (null). */
export type Mover = string | null

/** How something goes from one placement to the next. */
export type Go = NonNullable<Move['go']>

/** The written moves of a column, or the fields of the camera. */
export function movesOf({ shot, plan }: Scene, mover: Mover): readonly Move[] {
  const written = shot.plans[plan.id]!
  return (mover === null ? written.camera?.fields : written.columns[mover]?.moves) ?? []
}

export const moverName = ({ plan }: Scene, mover: Mover): string =>
  mover === null ? 'the camera' : (plan.columns[mover]?.name ?? 'a column that is gone')

const hulls = new WeakMap<readonly Mark[], readonly Vec[]>()
const boxes = new WeakMap<readonly Vec[], Box | null>()

/** What is drawn in a column on a frame as a convex outline, in its own space; none where nothing is. */
export function hullOn(scene: Scene, column: Column, frame: number): readonly Vec[] {
  const drawing = drawingShown(column, frame)
  const stack = scene.shot.stacks[column.stack]!
  if (!drawing) return []
  const marks = contentMarks(stack, scene.contents.of(scene, stack, drawing), scene.strokeBy)
  const hull = hulls.get(marks) ?? marksHull(marks)
  hulls.set(marks, hull)
  return hull
}

function boxOf(hull: readonly Vec[]): Box | null {
  const known = boxes.get(hull)
  if (known !== undefined) return known
  const [xs, ys] = [hull.map(p => p.x), hull.map(p => p.y)]
  const box = hull.length
    ? { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
    : null
  boxes.set(hull, box)
  return box
}

/**
 * What is taken hold of, in its own space: what is drawn in a column on a frame, the whole picture where nothing is; the
 * field of the camera about its middle.
 */
export function ownBox(scene: Scene, mover: Mover, frame: number): Box {
  const { width, height } = scene.shot.picture
  if (mover === null) return { left: -width / 2, right: width / 2, top: -height / 2, bottom: height / 2 }
  const column = scene.plan.columns[mover]
  const box = column ? boxOf(hullOn(scene, column, frame)) : null
  return box ?? { left: 0, right: width, top: 0, bottom: height }
}

export const middleOf = (b: Box): Vec => ({ x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2 })

/** Where something lies in the picture on a frame; null where it is not seen. Without a camera the picture as it stands. */
export function spaceOf(scene: Scene, mover: Mover, frame: number): Affine | null {
  if (mover !== null) {
    const column = scene.plan.columns[mover]
    return column ? placingAt(scene, column, frame) : null
  }
  const { camera } = scene.plan
  return camera ? movedOn(camera.fields, frame) : moveSpace(standingStill(scene.shot.picture))
}

/** From where its moves put something to the picture: what a column rides on. */
function outerOf(scene: Scene, mover: Mover, frame: number): Affine {
  const column = mover === null ? undefined : scene.plan.columns[mover]
  const [all, own] = column?.carrier ? [placingAt(scene, column, frame), ownPlacing(column, frame)] : [null, null]
  return all && own ? after(all, inverseOf(own)) : SAME
}

/** How things usually go: a camera slow at both ends, on every frame; a column evenly on an arc, with its drawings. */
export function usualGo(column: Pick<Column, 'background'> | null, about: Vec): Go {
  const round = true as const
  if (!column) return { recipe: { family: 'curve', handles: [...EASINGS['ease-in-out']] }, step: 1, about, round }
  return {
    ...{ recipe: { family: 'even' }, step: 1, about, arc: true, round },
    ...(column.background ? {} : { drawn: true as const }),
  }
}

type Put = { column: Mover; move: Move }

const withGo = ({ go: _go, ...move }: Move, go: Go | undefined): Move => (go ? { ...move, go } : move)

/**
 * The placements that bring something to where it lies in the picture after a change, on a frame. What had none begins
 * as it lies on frame 1; what held before goes there.
 */
export function putsFor(scene: Scene, mover: Mover, frame: number, change: Affine): Put[] {
  const outer = outerOf(scene, mover, frame)
  const column = mover === null ? null : scene.plan.columns[mover]!
  const now = (column ? ownPlacing(column, frame) : spaceOf(scene, null, frame)) ?? SAME
  const next = after(inverseOf(outer), after(change, after(outer, now)))
  const moves = movesOf(scene, mover)
  const [here, before] = [moves.find(m => m.frame === frame), moves.findLast(m => m.frame < frame)]
  const bare = moveOf(frame, next)
  const move = { ...bare, turn: nearestTurn(bare.turn, (here ?? before)?.turn ?? 0) }
  const go = usualGo(column, middleOf(ownBox(scene, mover, frame)))
  const put = (m: Move): Put => ({ column: mover, move: m })
  if (here) return [put(withGo(move, here.go))]
  if (!moves.length && frame > 1) return [put({ ...moveOf(1, now), go }), put(move)]
  if (!before) return [put(moves.length ? { ...move, go } : move)]
  if (before.go && moves.at(-1) !== before) return [put({ ...move, go: before.go })]
  return [put(withGo(before, before.go ?? go)), put(move)]
}

/** Several things brought along by one change of the picture. */
export const placeDraft = (scene: Scene, movers: readonly Mover[], frame: number, change: Affine): Draft => ({
  name: 'move.put',
  args: { plan: scene.plan.id, puts: movers.flatMap(m => putsFor(scene, m, frame, change)) },
})

/** A placement in numbers: how far from where it is drawn (the camera: where the middle of its field is), px; degrees; per cent. */
export interface Numbers {
  readonly x: number
  readonly y: number
  readonly turn: number
  readonly size: number
}

/** From which point of the picture a placement is counted: the middle of what is drawn; of the camera the corner of the picture. */
const pointOf = (scene: Scene, mover: Mover, frame: number): Vec => middleOf(ownBox(scene, mover, frame))

export function numbersOf(scene: Scene, mover: Mover, move: Move): Numbers {
  const about = pointOf(scene, mover, move.frame)
  const at = mapped(moveSpace(move), about)
  const from = mover === null ? { x: 0, y: 0 } : about
  return { x: at.x - from.x, y: at.y - from.y, turn: (move.turn * 180) / Math.PI, size: move.size * 100 }
}

/** A placement with other numbers; it turns and grows about its middle. */
export function withNumbers(scene: Scene, mover: Mover, move: Move, to: Partial<Numbers>): Draft {
  const now = { ...numbersOf(scene, mover, move), ...to }
  const about = pointOf(scene, mover, move.frame)
  const from = mover === null ? { x: 0, y: 0 } : about
  const [turn, size] = [(now.turn * Math.PI) / 180, now.size / 100]
  const off = mapped(moveSpace({ ...move, place: { x: 0, y: 0 }, turn, size }), about)
  const place = { x: from.x + now.x - off.x, y: from.y + now.y - off.y }
  return {
    name: 'move.put',
    args: { plan: scene.plan.id, puts: [{ column: mover, move: { ...move, place, turn, size } }] },
  }
}

/** Where a point of something goes, on each frame between its placements; at most so many. */
export function wayOf(scene: Scene, mover: Mover, most = 1200): { frame: number; at: Vec; size: number }[] {
  const moves = movesOf(scene, mover)
  const [first, last] = [moves[0]?.frame ?? 1, moves.at(-1)?.frame ?? 0]
  const about = moves.find(m => m.go?.arc)?.go?.about ?? middleOf(ownBox(scene, mover, first))
  const out: { frame: number; at: Vec; size: number }[] = []
  for (let frame = first; frame <= Math.min(last, first + most); frame++) {
    const space = spaceOf(scene, mover, frame)
    if (space) out.push({ frame, at: mapped(space, about), size: growth(space) })
  }
  return out
}
