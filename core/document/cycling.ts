import type { CyclePlan, CycleStep } from '../cycle'
import { plannedPoses } from '../cycle'
import type { Bracket, Run } from '../sheet'
import { bracketsOf, framesIn } from '../sheet'
import type { Cycle, CycleMoment } from './cycle'
import type { Column } from './document'

/** A cycle of a column, and the bracket it is in. */
export interface CycleIn {
  readonly id: string
  readonly cycle: Cycle
  readonly bracket: Bracket
}

/** The cycles of a column (as it is written) in order of time; those whose exposures are gone are left out. */
export const cyclesIn = (column: Column, length: number): CycleIn[] =>
  column.cycles
    ? bracketsOf(column, length).flatMap(bracket => {
        const { id } = bracket.repeat
        return Object.hasOwn(column.cycles!, id) ? [{ id, cycle: column.cycles![id]!, bracket }] : []
      })
    : []

/** The cycle of a bracket; null where it has none, or is gone. */
export const cycleIn = (column: Column, id: string, length: number): CycleIn | null =>
  cyclesIn(column, length).find(c => c.id === id) ?? null

/** Where a cycle is seen first: from which frame on, for how many frames. */
export interface RoundShown {
  readonly start: number
  readonly frames: number
}

const roundsKnown = new WeakMap<Column, { length: number; rounds: readonly RoundShown[] }>()
const NONE: readonly RoundShown[] = []

/** The first rounds of the cycles of a column (as it is written) that go on from their last drawing to their first. */
export function roundsShown(written: Column | undefined, length: number): readonly RoundShown[] {
  if (!written?.cycles) return NONE
  const known = roundsKnown.get(written)
  if (known?.length === length) return known.rounds
  const rounds = cyclesIn(written, length)
    .filter(c => !c.bracket.repeat.back)
    .map(({ bracket: { start, frames } }) => ({ start, frames }))
  roundsKnown.set(written, { length, rounds })
  return rounds
}

/** True for a bracket of a column that is a cycle. */
export const comesRound = (written: Column, repeat: string): boolean => Object.hasOwn(written.cycles ?? {}, repeat)

/** From how many frames after a passage begins each of its drawings is first shown, in the order of a plan's moments. */
function shownOffs(
  poses: readonly CycleMoment[],
  there: readonly Pick<Run, 'drawing' | 'frames'>[],
): (number | null)[] {
  const starts: { drawing: string | null; off: number }[] = []
  let off = 0
  for (const { drawing, frames } of there) {
    starts.push({ drawing, off })
    off += frames
  }
  let from = 0
  return poses.map(({ drawing }) => {
    const i = drawing === null ? -1 : starts.findIndex((s, k) => k >= from && s.drawing === drawing)
    if (i < 0) return null
    from = i + 1
    return starts[i]!.off
  })
}

/**
 * A cycle's plan as its exposures are now: a moment that is exposed lies on the frame it is exposed on, others lie
 * between them as they were planned. Null where there are fewer frames than steps.
 */
export function planNow(
  cycle: CyclePlan<CycleMoment>,
  there: readonly Pick<Run, 'drawing' | 'frames'>[],
): CyclePlan<CycleMoment> | null {
  const total = framesIn(there)
  const planned = plannedPoses(cycle)
  const shown = shownOffs(planned, there)
  const old = planned.map(p => p.frame - 1)
  const oldTotal = cycle.steps.reduce((sum, s) => sum + s.frames, 0)
  // What stands on both sides of a moment that is not exposed.
  const known = [{ old: 0, now: 0 }]
  planned.forEach((_, i) => shown[i] !== null && i > 0 && known.push({ old: old[i]!, now: shown[i]! }))
  known.push({ old: oldTotal, now: total })
  const placed = planned.map((_, i) => {
    if (i === 0) return 0
    if (shown[i] !== null) return shown[i]!
    const b = known.findIndex(k => k.old > old[i]!)
    const [p, q] = [known[Math.max(0, b - 1)]!, known[b < 0 ? known.length - 1 : b]!]
    return q.old === p.old ? p.now : Math.round(p.now + ((old[i]! - p.old) * (q.now - p.now)) / (q.old - p.old))
  })
  return stepped(cycle, placed, total)
}

/** A plan with its moments so many frames after its beginning; null where a step has no frame left. */
function stepped(
  { steps }: CyclePlan<CycleMoment>,
  placed: readonly number[],
  total: number,
): CyclePlan<CycleMoment> | null {
  let i = 0
  const starts = steps.map(s => {
    const start = placed[i]!
    i += s.moments.length
    return start
  })
  let k = 0
  const made = steps.map((s, n): CycleStep<CycleMoment> => {
    const end = starts[n + 1] ?? total
    const frames = end - starts[n]!
    let least = 0
    const moments = s.moments.map(m => {
      least = Math.max(least, Math.min(frames - 1, placed[k++]! - starts[n]!))
      return { ...m, off: least }
    })
    return { frames, moments }
  })
  return made.every(s => s.frames >= 1 && s.moments[0]!.off === 0) ? { steps: made } : null
}

/** The drawings of a cycle's moments, in order. */
export const momentDrawings = ({ steps }: CyclePlan<CycleMoment>): string[] =>
  steps.flatMap(s => s.moments.flatMap(m => m.drawing ?? []))

/** A moment of a cycle that is exposed: the frame on which it is first seen. */
export interface MomentShown {
  readonly name: string
  readonly drawing: string
  readonly frame: number
}

/** The moments of a cycle that are exposed, in order, on the frames of its first round. */
export function momentsShown({ cycle, bracket }: CycleIn): MomentShown[] {
  const now = planNow(cycle, bracket.there)
  const there = new Set(bracket.there.map(r => r.drawing))
  return (now ? plannedPoses(now) : []).flatMap(({ name, drawing, frame }) =>
    drawing !== null && there.has(drawing) ? [{ name, drawing, frame: bracket.start + frame - 1 }] : [],
  )
}

const NO_NAMES: ReadonlyMap<string, string> = new Map()
const named = new WeakMap<NonNullable<Column['cycles']>, ReadonlyMap<string, string>>()

/** What drawings are called as moments of the cycles of a column: the same map for the same cycles. */
export function momentNames(cycles: Column['cycles']): ReadonlyMap<string, string> {
  if (!cycles) return NO_NAMES
  let names = named.get(cycles)
  if (!names) {
    const all = Object.values(cycles).flatMap(c => c.steps.flatMap(s => s.moments))
    names = new Map(all.flatMap(m => (m.drawing === null ? [] : [[m.drawing, m.name] as const])))
    named.set(cycles, names)
  }
  return names
}

/** True where there is more than moments in a passage: in-betweens, blanks. */
export function hasMore(cycle: CyclePlan<CycleMoment>, there: readonly Pick<Run, 'drawing'>[]): boolean {
  const known = new Set(momentDrawings(cycle))
  return there.some(r => r.drawing === null || !known.has(r.drawing))
}

/** What things are called in a copy of a column, by what they were called; undefined for what did not come along. */
export type Renaming = Readonly<
  Record<'drawing' | 'subject' | 'stroke' | 'chart' | 'run', (id: string) => string | undefined>
>

const renamedKeys = (
  record: Readonly<Record<string, string>>,
  name: (id: string) => string | undefined,
): Record<string, string> =>
  Object.fromEntries(
    Object.entries(record).flatMap(([a, b]) => {
      const [x, y] = [name(a), name(b)]
      return x !== undefined && y !== undefined ? [[x, y] as const] : []
    }),
  )

/** A cycle in a copy of its column. What it said of things that did not come along is not said any more. */
export function renamedCycle(cycle: Cycle, { drawing, subject, stroke, chart, run }: Renaming): Cycle {
  const { half, kept, plants, lead, wave, ...bare } = cycle
  const starts = half && run(half.starts)
  const rest = wave && drawing(wave.rest)
  const known = (list: readonly string[], name: (id: string) => string | undefined): string[] =>
    list.flatMap(id => name(id) ?? [])
  return {
    ...bare,
    steps: cycle.steps.map(s => ({
      ...s,
      moments: s.moments.map(m => ({ ...m, drawing: (m.drawing && drawing(m.drawing)) ?? null })),
    })),
    ...(kept ? { kept: kept.map(w => ({ ...w, drawing: (w.drawing && drawing(w.drawing)) ?? null })) } : {}),
    ...(half && starts !== undefined
      ? {
          half: {
            ...{
              ...half,
              starts,
              drawings: renamedKeys(half.drawings, drawing),
              charts: renamedKeys(half.charts, chart),
            },
            released: known(half.released, id => drawing(id) ?? chart(id)),
          },
        }
      : {}),
    ...(plants
      ? {
          plants: plants.flatMap(p => {
            const [who, from, to] = [subject(p.subject), drawing(p.from), drawing(p.to)]
            return who !== undefined && from !== undefined && to !== undefined ? [{ ...p, subject: who, from, to }] : []
          }),
        }
      : {}),
    ...(lead ? { lead: known(lead, run) } : {}),
    ...(wave && rest !== undefined ? { wave: waveUnder(wave, rest, { subject, stroke }) } : {}),
  }
}

function waveUnder(
  { chain, ...wave }: NonNullable<Cycle['wave']>,
  rest: string,
  { subject, stroke }: Pick<Renaming, 'subject' | 'stroke'>,
): NonNullable<Cycle['wave']> {
  const who = chain && subject(chain.subject)
  return {
    ...{ ...wave, rest, strokes: wave.strokes.flatMap(s => stroke(s) ?? []) },
    ...(chain && who !== undefined ? { chain: { ...chain, subject: who } } : {}),
  }
}
