import type { Draft } from '#core/commands'
import type { Carrier, Column, Move, Subject } from '#core/document'
import { carriersOf, subjectsOf } from '#core/document'
import type { Affine } from '#core/motion'
import { after, inverseOf, SAME } from '#core/motion'
import { carrierSpace, drawingShown, moveOf, placingAt, simplified } from '#core/pass'
import { contentMarks } from '#core/picture'
import { boxAround } from '#core/stroke'
import { marksHull } from '#core/travel'
import type { Scene } from '~/desk/scene'

/** What a column can ride on. */
export interface Ride {
  readonly column: string
  readonly part: Carrier['part']
  readonly name: string
}

const nameOfPart = (subject: Subject, bone: string): string =>
  bone === 'place'
    ? `${subject.name}, as a whole`
    : `${subject.name}: ${subject.figure.bones.find(b => b.id === bone)?.name ?? bone}`

/** The name of what a column rides on. */
export function rideName(scene: Scene, { column, part }: Pick<Carrier, 'column' | 'part'>): string {
  const on = scene.plan.columns[column]
  const subject = part && on && scene.shot.stacks[on.stack]!.subjects[part.subject]
  const whole = on?.name ?? 'a column that is gone'
  return part ? (subject ? `${nameOfPart(subject, part.bone)} (${whole})` : `what is gone from ${whole}`) : whole
}

/** What a column (or a new one) can ride on: other columns, and the parts of what stands on them on a frame. */
export function ridesFor(scene: Scene, column: Column | null, frame: number): Ride[] {
  const { columns } = scene.plan
  return scene.columns
    .filter(c => !column || (c.id !== column.id && !carriersOf(columns, c.id).includes(column.id)))
    .flatMap((c): Ride[] => [
      { column: c.id, part: null, name: `all of ${c.name}` },
      ...partsOn(scene, c, frame).map(r => ({ ...r, name: `${c.name}: ${r.name}` })),
    ])
}

/** The parts of what stands on a column on a frame. */
export function partsOn(scene: Scene, column: Column, frame: number): Ride[] {
  const stack = scene.shot.stacks[column.stack]!
  const drawing = drawingShown(column, frame)
  const poses = drawing ? scene.contents.of(scene, stack, drawing).poses : {}
  return subjectsOf(stack)
    .filter(s => poses[s.id])
    .flatMap(s =>
      ['place', ...(s.kind === 'figure' ? s.figure.bones.map(b => b.id) : [])].map(bone => ({
        column: column.id,
        part: { subject: s.id, bone },
        name: nameOfPart(s, bone),
      })),
    )
}

const rideOf = ({ carrier }: Column): Pick<Carrier, 'column' | 'part'> | null =>
  carrier ? { column: carrier.column, part: carrier.part } : null

const clean = (m: Affine): Affine => m.map(n => n || 0) as unknown as Affine

/** How a column that is carried goes along. */
export type RideHow = Pick<Carrier, 'sizes' | 'stays'>

/**
 * A column that rides on something from now on, lying on this frame as it lies now. A sentence where that is not seen on
 * the frame.
 */
export const carryDraft = (
  scene: Scene,
  column: Column,
  ride: Pick<Ride, 'column' | 'part'>,
  frame: number,
  how?: RideHow,
): Draft | string =>
  rideDraft(
    scene,
    { id: column.id, was: rideOf(column), now: placingAt(scene, column, frame) ?? SAME },
    ride,
    frame,
    how,
  )

/** The same for a column of which only is known what it rode on and how it lies: it may be new. */
export function rideDraft(
  scene: Scene,
  { id, was, now }: { id: string; was: Pick<Carrier, 'column' | 'part'> | null; now: Affine },
  ride: Pick<Ride, 'column' | 'part'>,
  frame: number,
  how: RideHow = { sizes: true, stays: false },
): Draft | string {
  const carrier = { column: ride.column, part: ride.part, ...how }
  const space = carrierSpace(scene, carrier, frame)
  if (!space) return `${rideName(scene, ride)} is not seen on frame ${frame}: go to a frame on which it is.`
  const base = clean(after(inverseOf(space), now))
  return {
    name: 'column.carry',
    args: { plan: scene.plan.id, column: id, was, carrier: { ...carrier, base }, moves: [] },
  }
}

/** Where a column lies on each frame of the shot, as moves: one wherever that changes. */
export function movesOf(scene: Scene, column: Column): Move[] {
  const moves: Move[] = []
  let before = ''
  for (let frame = 1; frame <= scene.shot.length; frame++) {
    const at = placingAt(scene, column, frame)
    const last = moves.at(-1)
    const move = at ? moveOf(frame, at) : last?.away ? null : awayFrom(frame, last)
    const key = move ? JSON.stringify({ ...move, frame: 0 }) : before
    if (move && key !== before) moves.push(move)
    before = key
  }
  return moves
}

/** Not seen from a frame on. */
const awayFrom = (frame: number, last?: Move): Move => ({
  ...{ frame, place: last?.place ?? { x: 0, y: 0 }, turn: last?.turn ?? 0, size: last?.size ?? 1 },
  away: true,
})

/** What moves are simplified by at most, px. */
export const SIMPLER_BY = 1

/** The moves of a column that was let go as few that go evenly; null where there are no fewer. */
export function simplerMoves(scene: Scene, column: Column): Draft | null {
  const stack = scene.shot.stacks[column.stack]!
  const hulls = Object.keys(stack.drawings).map(d =>
    marksHull(contentMarks(stack, scene.contents.of(scene, stack, d), scene.strokeBy)),
  )
  const { width, height } = scene.shot.picture
  const box = boxAround(hulls.map(h => h.flatMap(p => [p.x, p.y]))) ?? { left: 0, top: 0, right: width, bottom: height }
  const points = [box.left, box.right].flatMap(x => [box.top, box.bottom].map(y => ({ x, y })))
  const old = column.moves ?? []
  const moves = simplified(old, points, { most: SIMPLER_BY, last: scene.shot.length })
  return moves.length < old.length && !column.carrier
    ? { name: 'column.carry', args: { plan: scene.plan.id, column: column.id, was: null, carrier: null, moves } }
    : null
}

/** A column that rides no more, and lies on every frame where it lay; or as it was drawn. */
export function letGoDraft(scene: Scene, column: Column, keeps: 'place' | 'nothing'): Draft {
  const moves = keeps === 'place' ? movesOf(scene, column) : []
  return {
    name: 'column.carry',
    args: { plan: scene.plan.id, column: column.id, was: rideOf(column), carrier: null, moves },
  }
}

/** The columns that ride on one that goes, or on one of its subjects, are let go first, and stay where they are. */
export const letAllGo = (scene: Scene, gone: { column: string } | { subject: string }): Draft[] =>
  scene.columns
    .filter(({ carrier }) =>
      'column' in gone ? carrier?.column === gone.column : carrier?.part?.subject === gone.subject,
    )
    .filter(c => !c.locked)
    .map(c => letGoDraft(scene, c, 'place'))
