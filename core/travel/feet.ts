import type { Step } from '../cycle'
import { groundSpeed, settled, slides, strideOf } from '../cycle'
import type { Figure, Pose } from '../figure'
import { layBones } from '../figure'
import type { CycleIn } from '../document/cycling'
import { planNow } from '../document/cycling'
import type { Column, Plant, Stack } from '../document/document'
import { subjectsOf } from '../document/shown'
import type { Vec } from '../motion'
import type { Scene } from '../pass'
import type { Run } from '../sheet'
import { pointIn } from './point'

/** Something that can stand on the ground: the end of a chain that stands, or a part that is a foot by its name. */
export interface Foot {
  readonly subject: string
  readonly part: string
  readonly name: string
}

const FOOT = /\b(foot|feet|shoe|boot|paw|hoof|claw|sole)\b/i

/** The feet of a stack. */
export const feetOf = (stack: Stack): Foot[] =>
  subjectsOf(stack).flatMap(s =>
    s.kind === 'figure'
      ? s.figure.chains.filter(c => c.stands).map(c => ({ subject: s.id, part: c.id, name: `${s.name}, ${c.name}` }))
      : FOOT.test(s.name)
        ? [{ subject: s.id, part: 'place', name: s.name }]
        : [],
  )

/** A drawing of a round: from how many frames after it begins it is shown. */
interface Shown {
  readonly drawing: string
  readonly t: number
}

/** The drawings of a round with what is shown again at its end: the first drawing of the next round. */
function roundOf(there: readonly Run[]): Shown[] {
  const out: Shown[] = []
  let t = 0
  for (const { drawing, frames } of there) {
    if (drawing !== null && out.at(-1)?.drawing !== drawing) out.push({ drawing, t })
    t += frames
  }
  return out
}

/** The bone whose end stands: the lower one of a chain. */
const standsOn = (figure: Figure, part: string): string => figure.chains.find(c => c.id === part)?.lower ?? part

/** Where a foot is on a drawing, in the column's own space; null where it is not on it. */
export function footOn(scene: Scene, stack: Stack, foot: Pick<Foot, 'subject' | 'part'>, drawing: string): Vec | null {
  const figure = stack.subjects[foot.subject]?.figure
  if (!figure) return null
  const content = scene.contents.of(scene, stack, drawing)
  return pointIn(stack, content, { subject: foot.subject, part: standsOn(figure, foot.part) })
}

/** Where someone looks to: 1 to the right, −1 to the left; by the bones beyond the chains that stand. */
function facing(figure: Figure, poses: readonly Pose[]): number {
  let sum = 0
  for (const pose of poses) {
    const laid = layBones(figure, pose)
    for (const c of figure.chains) if (c.stands && c.tip) sum += Math.cos(laid.get(c.tip)!.angle)
  }
  return Math.abs(sum) > 1e-6 ? Math.sign(sum) : poses[0]?.mirror ? -1 : 1
}

/**
 * Which feet stand when, where nothing was said by hand: in each step the foot that goes back the farthest under who
 * walks, from its contact to the next one; where a moment in the air follows, up to that.
 */
export function plantsFound(scene: Scene, column: Column, { cycle, bracket }: CycleIn): Plant[] {
  const stack = scene.shot.stacks[column.stack]!
  const [round, now] = [roundOf(bracket.there), planNow(cycle, bracket.there)]
  const feet = feetOf(stack)
  if (!now || !feet.length || round.length < 2) return []
  const out: Plant[] = []
  let start = 0
  for (const step of now.steps) {
    const air = step.moments.find(m => m.air && round.some(r => r.t === start + m.off))
    const end = start + (air?.off ?? step.frames)
    const here = round.filter(r => r.t >= start && r.t < end)
    const next = air ? here.at(-1) : (round.find(r => r.t >= end) ?? round[0])
    start += step.frames
    const [from, to] = [here[0]?.drawing, next?.drawing]
    if (!from || !to || from === to) continue
    for (const subject of new Set(feet.map(f => f.subject))) {
      const poses = [from, to].flatMap(d => scene.contents.of(scene, stack, d).poses[subject] ?? [])
      const ahead = facing(stack.subjects[subject]!.figure, poses)
      const back = feet
        .filter(f => f.subject === subject)
        .flatMap(f => {
          const [a, b] = [footOn(scene, stack, f, from), footOn(scene, stack, f, to)]
          return a && b ? [{ part: f.part, far: ahead * (a.x - b.x) }] : []
        })
        .sort((a, b) => b.far - a.far)
      if (back[0]) out.push({ subject, part: back[0].part, from, to })
    }
  }
  return out
}

/** A foot while it stands: on which drawings, where it is, and how far it slides on each, px. */
export interface PlantSeen {
  readonly plant: Plant
  readonly name: string
  readonly drawings: readonly string[]
  readonly at: readonly Step[]
  readonly slides: readonly Vec[]
  /** Where it would be if it did not slide. */
  readonly settled: readonly Vec[]
  /** The farthest that it slides, px. */
  readonly most: number
}

/** How a cycle goes over the ground. */
export interface Gait {
  readonly plants: readonly PlantSeen[]
  /** How far it goes in a round: by its feet, and as it is meant to. Null where no foot stands, or nothing is said. */
  readonly measured: Vec | null
  readonly stride: Vec | null
  readonly frames: number
}

/** A foot's way while it stands: over the seam it goes on in the next round. */
function samples(
  scene: Scene,
  stack: Stack,
  { plant, round, frames }: { plant: Plant; round: readonly Shown[]; frames: number },
): { drawings: string[]; at: Step[] } {
  const first = round.findIndex(r => r.drawing === plant.from)
  const out = { drawings: [] as string[], at: [] as Step[] }
  if (first < 0) return out
  for (let i = 0; i <= round.length; i++) {
    const { drawing, t } = round[(first + i) % round.length]!
    const at = footOn(scene, stack, plant, drawing)
    if (at) {
      out.drawings.push(drawing)
      out.at.push({ ...at, t: t + (first + i >= round.length ? frames : 0) })
    }
    if (i > 0 && drawing === plant.to) return out
  }
  return { drawings: [], at: [] }
}

/** A way that rises, or goes aside, by less than this share of itself goes straight on. */
const LEVEL = 0.05
function level({ x, y }: Vec): Vec {
  if (Math.abs(y) < LEVEL * Math.abs(x)) return { x, y: 0 }
  return Math.abs(x) < LEVEL * Math.abs(y) ? { x: 0, y } : { x, y }
}

/** The stride of a cycle, and what its feet do to it. */
export function gaitOf(scene: Scene, column: Column, found: CycleIn): Gait {
  const { cycle, bracket } = found
  const stack = scene.shot.stacks[column.stack]!
  const [round, frames] = [roundOf(bracket.there), bracket.frames]
  const plants = (cycle.plants ?? plantsFound(scene, column, found))
    .map(plant => ({ plant, ...samples(scene, stack, { plant, round, frames }) }))
    .filter(p => p.at.length > 1)
  const speed = groundSpeed(plants)
  const measured = speed && level(strideOf(speed, frames))
  const stride = cycle.stride ?? measured
  const names = new Map(feetOf(stack).map(f => [`${f.subject} ${f.part}`, f.name]))
  const seen = plants.map(({ plant, drawings, at }): PlantSeen => {
    const far = stride ? slides({ at }, stride, frames) : at.map(() => ({ x: 0, y: 0 }))
    return {
      ...{ plant, drawings, at, slides: far },
      name: names.get(`${plant.subject} ${plant.part}`) ?? 'a foot',
      settled: stride ? settled({ at }, stride, frames) : at,
      most: Math.max(0, ...far.map(s => Math.hypot(s.x, s.y))),
    }
  })
  return { plants: seen, measured, stride, frames }
}
