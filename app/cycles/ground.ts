import type { Draft } from '#core/commands'
import type { Carrier, Column, CycleIn, Move, Stack } from '#core/document'
import { reach } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance, SAME } from '#core/motion'
import { movedOn, moveOf } from '#core/pass'
import type { Gait } from '#core/travel'
import type { Scene } from '~/desk/scene'

/** The first and the last frame on which a cycle is seen. */
export const spanOf = ({ bracket }: CycleIn, length: number): { first: number; last: number } => ({
  first: bracket.start,
  last: Math.max(
    bracket.start + bracket.frames - 1,
    Math.min(length, bracket.start + bracket.frames + bracket.adds - 1),
  ),
})

/** What goes along a line evenly: how far a frame, px, between which frames; with the drawings of its column, or each frame. */
export interface Going {
  readonly first: number
  readonly last: number
  readonly per: Vec
  readonly drawn: boolean
}

/** The moves of a column with an even way put in; what lay before and behind stays, and goes on from where this one ends. */
export function withGoing(moves: readonly Move[] | undefined, { first, last, per, drawn }: Going): Move[] {
  const space = movedOn(moves, first) ?? SAME
  const begin = moveOf(first, space)
  const frames = last + 1 - first
  const end: Move = {
    ...begin,
    frame: last + 1,
    place: { x: begin.place.x + per.x * frames, y: begin.place.y + per.y * frames },
  }
  const go = {
    recipe: { family: 'even' as const },
    step: 1,
    about: { x: 0, y: 0 },
    ...(drawn ? { drawn: true as const } : {}),
  }
  return [
    ...(moves ?? []).filter(m => m.frame < first),
    { ...begin, go },
    end,
    ...(moves ?? []).filter(m => m.frame > last + 1),
  ]
}

/** How fast a column goes on a frame, px a frame, in its own parent's space; null where it holds. */
export function goingOn(moves: readonly Move[] | undefined, frame: number): Vec | null {
  const i = (moves ?? []).findIndex(m => m.frame > frame)
  const [a, b] = [moves?.[i - 1], moves?.[i]]
  if (!a?.go || !b || a.away || b.away) return null
  const frames = b.frame - a.frame
  return { x: (b.place.x - a.place.x) / frames, y: (b.place.y - a.place.y) / frames }
}

const ride = ({ carrier }: Column): Pick<Carrier, 'column' | 'part'> | null =>
  carrier ? { column: carrier.column, part: carrier.part } : null

const carried = (scene: Scene, column: Column, moves: readonly Move[]): Draft => ({
  name: 'column.carry',
  args: {
    ...{ plan: scene.plan.id, column: column.id, was: ride(column), carrier: column.carrier ?? null },
    moves: [...moves],
  },
})

/** How far a stride takes a column a frame, in the picture: its own space may be turned, mirrored, sized. */
export function strideInPicture(column: Column, frame: number, stride: Vec, frames: number): Vec {
  const m = movedOn(column.moves, frame) ?? SAME
  return {
    x: (m[0] * stride.x + m[2] * stride.y) / frames || 0,
    y: (m[1] * stride.x + m[3] * stride.y) / frames || 0,
  }
}

/** The cycle's own column goes by its stride, as long as it is seen; each time it shows a new drawing. */
export function acrossDraft(scene: Scene, column: Column, found: CycleIn, stride: Vec): Draft {
  const { first, last } = spanOf(found, scene.shot.length)
  const per = strideInPicture(column, first, stride, found.bracket.frames)
  return carried(scene, column, withGoing(column.moves, { first, last, per, drawn: true }))
}

/** A column goes a share of the stride each frame: with who walks (1), or by under them (−1). */
export function alongDraft(
  scene: Scene,
  walker: Column,
  found: CycleIn,
  stride: Vec,
  { column, share }: { column: Column; share: number },
): Draft {
  const { first, last } = spanOf(found, scene.shot.length)
  const v = strideInPicture(walker, first, stride, found.bracket.frames)
  const per = { x: v.x * share || 0, y: v.y * share || 0 }
  // A background, or what passes by, moves on every frame; a figure that walks along, with its drawings.
  return carried(scene, column, withGoing(column.moves, { first, last, per, drawn: share > 0 && !column.background }))
}

/** A column that stays where it is when the cycle begins. */
export function stayDraft(scene: Scene, column: Column, found: CycleIn): Draft {
  const { first, last } = spanOf(found, scene.shot.length)
  const begin = moveOf(first, movedOn(column.moves, first) ?? SAME)
  const still = begin.place.x === 0 && begin.place.y === 0 && begin.turn === 0 && begin.size === 1 && !begin.mirror
  const [before, after] = [
    (column.moves ?? []).filter(m => m.frame < first),
    (column.moves ?? []).filter(m => m.frame > last + 1),
  ]
  return carried(scene, column, still && !before.length && !after.length ? [] : [...before, begin, ...after])
}

/** A column that goes while the cycle is seen: what share of the stride, and how far it is off that in a round, px. */
export interface AlongSeen {
  readonly column: Column
  readonly share: number
  readonly off: number
}

/** What goes aside by more than this share of its way does not go by the stride. */
const ASIDE = 0.15

/** The columns that go by the stride, or by a share of it, while the cycle is seen. */
export function alongSeen(scene: Scene, walker: Column, found: CycleIn, stride: Vec): AlongSeen[] {
  const { bracket } = found
  const v = strideInPicture(walker, bracket.start, stride, bracket.frames)
  const long = v.x * v.x + v.y * v.y
  const { columns, order } = scene.shot.plans[scene.plan.id]!
  return order.flatMap(id => {
    const column = columns[id]!
    const per = goingOn(column.moves, bracket.start)
    if (!per || long === 0) return []
    const share = (per.x * v.x + per.y * v.y) / long
    const round = Math.round(share * 20) / 20
    const off = distance(per, { x: v.x * round, y: v.y * round }) * bracket.frames
    // What goes another way goes by something else.
    const aside = Math.abs(per.x * v.y - per.y * v.x) / Math.sqrt(long)
    return aside > ASIDE * Math.hypot(per.x, per.y) ? [] : [{ column, share, off }]
  })
}

/** Poses and in-betweens with planted feet set where they do not slide; by bones that reach. */
export function settleDrafts(
  scene: Scene,
  stack: Stack,
  { cycle: { half } }: Pick<CycleIn, 'cycle'>,
  gait: Gait,
): Draft[] {
  const wanted = new Map<string, Map<string, { part: string; to: Vec }[]>>()
  for (const { plant, drawings, settled } of gait.plants)
    drawings.forEach((d, i) => {
      // What is derived from the first half follows that.
      if (half && Object.hasOwn(half.drawings, d) && !half.released.includes(d)) return
      const subjects = wanted.get(d) ?? new Map<string, { part: string; to: Vec }[]>()
      const list = (subjects.get(plant.subject) ?? []).filter(x => x.part !== plant.part)
      subjects.set(plant.subject, [...list, { part: plant.part, to: settled[i]! }])
      wanted.set(d, subjects)
    })
  return [...wanted].flatMap(([d, subjects]) => settledOn(scene, stack, d, subjects))
}

function settledOn(
  scene: Scene,
  stack: Stack,
  id: string,
  subjects: ReadonlyMap<string, readonly { part: string; to: Vec }[]>,
): Draft[] {
  const drawing = stack.drawings[id]!
  const shown = scene.contents.of(scene, stack, id)
  const poses = [...subjects].flatMap(([subject, ends]) => {
    const [figure, pose] = [stack.subjects[subject]!.figure, shown.poses[subject]]
    if (!pose) return []
    const now = ends.reduce((p, { part, to }) => {
      const chain = figure.chains.find(c => c.id === part)
      return chain ? reach(figure, p, chain, to) : part === 'place' ? { ...p, place: to } : p
    }, pose)
    return [[subject, now, ends] as const]
  })
  if (!poses.length) return []
  if (drawing.own)
    return [
      {
        name: 'drawing.pose',
        args: { stack: stack.id, drawing: id, poses: Object.fromEntries(poses.map(([s, p]) => [s, p])) },
      },
    ]
  const chart = Object.values(scene.plan.charts).find(c => c.ticks.some(t => t.drawing === id))
  if (!chart) return []
  // Only the legs that stand are fixed; the rest of the in-between follows its chart.
  const fixed = { ...drawing.fixed }
  for (const [subject, pose, ends] of poses) {
    const chains = stack.subjects[subject]!.figure.chains
    const bones = ends.flatMap(({ part }) => {
      const chain = chains.find(c => c.id === part)
      return chain ? [chain.upper, chain.lower, ...(chain.tip ? [chain.tip] : [])] : []
    })
    const angles = Object.fromEntries(bones.map(b => [b, pose.angles[b] ?? 0]))
    fixed[subject] = { ...fixed[subject], angles: { ...fixed[subject]?.angles, ...angles } }
  }
  return [{ name: 'drawing.fix', args: { plan: scene.plan.id, chart: chart.id, drawing: id, fixed } }]
}
