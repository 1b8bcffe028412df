import { z } from 'zod'
import { finite, idSchema, plural } from '../basic'
import type { CyclePlan } from '../cycle'
import { atStage, cycleFrames, cycleWord, plannedPoses, stagesOf } from '../cycle'
import type { Run, Runs } from '../sheet'
import { framesIn, lastRun, splice, withStay } from '../sheet'
import { framesSchema as frames } from '../time'
import { command } from './kind'
import type { Column, Cycle, CycleHalf, CycleMoment, Drawing, Shot, Stack } from '../document/document'
import {
  contentSchema,
  cycleSchema,
  cycleStepSchema,
  MOST_MOMENTS,
  MOST_PLANTS,
  MOST_STAGES,
  MOST_STEPS,
  numberSchema,
  plantSchema,
  repeatSchema,
  waveSchema,
} from '../document/document'
import type { CycleIn } from '../document/cycling'
import { cycleIn, hasMore, momentDrawings, planNow } from '../document/cycling'
import { checkPoses } from './drawings'
import { followedAt } from './links'
import type { Wanted } from './passage'
import { openCycle, reexposed, withCycle } from './passage'
import { columnName, openColumn, runRefSchema, stackOf, withColumn, withDrawings, withRepeats } from './parts'
import { refuse } from './refusal'
import { checkRepeat, repeatedOver } from './repeats'

const at = { plan: idSchema, column: idSchema, cycle: idSchema }

/** A drawing that is made for a moment of a step. */
const madeSchema = z.object({
  step: z
    .number()
    .int()
    .min(0)
    .max(MOST_STEPS - 1),
  moment: z
    .number()
    .int()
    .min(0)
    .max(MOST_MOMENTS - 1),
  drawing: z.object({ id: idSchema, number: numberSchema, content: contentSchema }),
})
export const madesSchema = z.array(madeSchema).max(MOST_STEPS * MOST_MOMENTS)
type Made = z.infer<typeof madeSchema>

const wordOf = (cycle: Cycle | undefined): string => (cycle ? cycleWord(cycle.kind) : 'cycle')
const nameOf = (shot: Shot, plan: string, column: string, id: string): string =>
  `the ${wordOf(shot.plans[plan]?.columns[column]?.cycles?.[id])} of ${columnName(shot, plan, column)}`

/** The plan of a cycle with drawings for moments that have none, and these drawings. */
export function withMade<P extends CyclePlan<CycleMoment>>(plan: P, made: readonly Made[], stack: Stack) {
  const drawings: Drawing[] = []
  const steps = plan.steps.map((s, i) => ({
    ...s,
    moments: s.moments.map((m, k) => {
      const one = made.find(x => x.step === i && x.moment === k)
      if (!one) return m
      if (m.drawing !== null && Object.hasOwn(stack.drawings, m.drawing))
        refuse('changed', `There is a drawing for “${m.name}” already.`)
      if (Object.hasOwn(stack.drawings, one.drawing.id)) refuse('invalid', 'A drawing with this id is there already.')
      if (Object.values(stack.drawings).some(d => d.number === one.drawing.number))
        refuse('invalid', `There is a drawing ${one.drawing.number} already.`)
      checkPoses(stack, one.drawing.content)
      drawings.push({ ...one.drawing, role: m.role, own: true })
      return { ...m, drawing: one.drawing.id }
    }),
  }))
  return { plan: { ...plan, steps } as P & { steps: Cycle['steps'] }, drawings }
}

/** The exposures of a stage: the poses that are drawn by then, each held until the next. */
function exposuresAt(plan: CyclePlan<CycleMoment>, stage: number): Wanted[] {
  const steps = plan.steps.map(s => ({ ...s, moments: s.moments.filter(m => m.drawing !== null || m.off === 0) }))
  return atStage({ steps }, stage).map(({ drawing, frames: held }) => ({ drawing, frames: held }))
}

export const planCycle = command(
  'cycle.plan',
  z.object({
    ...at,
    /** Where it begins: behind everything that is exposed in the column. */
    onFrame: frames,
    kind: cycleSchema.shape.kind,
    steps: cycleSchema.shape.steps,
    times: repeatSchema.shape.times,
    /** The drawings of its first stage. */
    drawings: madesSchema,
    /** The second half is the first with left and right exchanged. */
    derived: z.boolean(),
    /** What its drawings were made by, where it is a wave. */
    wave: waveSchema.optional(),
  }),
  ({ kind, plan, column }, shot) => `Plan a ${cycleWord(kind)} in ${columnName(shot, plan, column)}`,
  (shot, { plan, column: id, cycle: key, onFrame, kind, steps, times, drawings, derived, wave }, { newId }) => {
    const column = openColumn(shot, plan, id)
    if (column.repeats?.some(r => r.id === key)) refuse('invalid', 'There is a cycle with this id already.')
    const made = withMade({ steps }, drawings, stackOf(shot, column.stack))
    const stage = stagesOf(made.plan)[0]!
    const shown = exposuresAt(made.plan, stage)
    if (atStage(made.plan, MOST_STAGES).length < 2)
      refuse('invalid', 'A cycle has two poses at least: give it a longer step, or one step more.')
    const runs = startedOn(column, shot.length, onFrame, newId)
    const put = shown.map((w): Run => ({ id: newId(), ...w }))
    const repeat = { id: key, first: put[0]!.id, last: put.at(-1)!.id, times, back: false }
    const exposed = withRepeats({ ...column, runs: splice(runs, null, 0, put) }, [...(column.repeats ?? []), repeat])
    checkRepeat(exposed, shot.length)
    const cycle: Cycle = { kind, steps: made.plan.steps, ...stageOf(made.plan, stage), ...(wave ? { wave } : {}) }
    const known = withCycle(exposed, key, cycle)
    const half = derived ? halved(cycleIn(known, key, shot.length)!) : cycle
    return withColumn(withDrawings(shot, column.stack, made.drawings), plan, withCycle(exposed, key, half))
  },
)

/** Exposures up to a frame on which something begins: what is held goes on, or nothing is seen. */
function startedOn(column: Column, length: number, onFrame: number, newId: () => string): Runs {
  const { runs } = column
  const last = lastRun(runs)
  if (!last) return onFrame > 1 ? splice(runs, null, 0, [{ id: newId(), drawing: null, frames: onFrame - 1 }]) : runs
  if (onFrame <= runs.frames) refuse('changed', `The column has exposures up to frame ${runs.frames} now.`)
  const stays = withStay(column, length, onFrame, newId)
  if (stays !== runs || onFrame === runs.frames + 1) return stays
  return splice(runs, last, 1, [{ ...last.run, frames: last.run.frames + onFrame - runs.frames - 1 }])
}

/** The stage that is exposed, where that is not all there is. */
const stageOf = (plan: CyclePlan, stage: number): Pick<Cycle, 'stage'> =>
  stage < stagesOf(plan).at(-1)! ? { stage } : {}

export const takeCycle = command(
  'cycle.take',
  z.object({
    ...{ plan: idSchema, column: idSchema },
    /** The bracket over it: one that is there, or a new one. */
    repeat: repeatSchema.omit({ first: true, last: true }).extend({ first: runRefSchema, last: runRefSchema }),
    kind: cycleSchema.shape.kind,
    /** Its moments name drawings that are exposed there. */
    steps: cycleSchema.shape.steps,
  }),
  ({ plan, column, kind }, shot) => `These frames of ${columnName(shot, plan, column)} are a ${cycleWord(kind)}`,
  (shot, { plan, column: id, repeat: draft, kind, steps }) => {
    const column = openColumn(shot, plan, id)
    const made = repeatedOver(column, shot.length, draft)
    const { drawings } = stackOf(shot, column.stack)
    const missing = momentDrawings({ steps }).some(d => !Object.hasOwn(drawings, d))
    if (missing) refuse('gone', 'A drawing of this cycle is not there any more.')
    return withColumn(shot, plan, withCycle(made, draft.id, { kind, steps }))
  },
)

export const stageCycle = command(
  'cycle.stage',
  z.object({
    ...at,
    /** Up to which stage its moments are exposed; null for everything. */
    stage: z.number().int().min(1).max(MOST_STAGES).nullable(),
    /** Drawings for moments of it that have none yet. */
    drawings: madesSchema,
  }),
  ({ plan, column, cycle, stage }, shot) =>
    `${stage === null ? 'All drawings' : `Stage ${stage}`} of ${nameOf(shot, plan, column, cycle)}`,
  (shot, { plan, column: id, cycle: key, stage, drawings }, { newId }) => {
    const found = openCycle(shot, plan, id, key)
    const { column, cycle, bracket } = found
    const now = planNow(cycle, bracket.there) ?? refuse('no-room', 'It has fewer frames than steps.')
    const made = withMade({ ...cycle, steps: now.steps as Cycle['steps'] }, drawings, stackOf(shot, column.stack))
    const wanted = stage === null ? keptNow(cycle, made.plan, framesIn(bracket.there)) : exposuresAt(made.plan, stage)
    const { stage: _stage, kept, ...bare } = made.plan
    const put = cycle.stage === undefined && hasMore(cycle, bracket.there) ? listed(bracket.there) : kept
    // One who limps has moments of the second half of their own, which are derived, too.
    const half = bare.half && { ...bare.half, drawings: { ...pairsIn(bare), ...bare.half.drawings } }
    const after: Cycle = {
      ...bare,
      ...(half ? { half } : {}),
      ...(stage === null ? {} : put ? { stage, kept: put } : stageOf(made.plan, stage)),
    }
    const drawn = withDrawings(shot, column.stack, made.drawings)
    return withColumn(drawn, plan, withCycle(reexposed(column, found, wanted, newId), key, after))
  },
)

const listed = (runs: readonly Run[]): Wanted[] => runs.map(r => ({ drawing: r.drawing, frames: r.frames }))

/** Everything that was exposed before a stage was gone back to, fitted to the moments as they are now. */
function keptNow({ kept, steps }: Cycle, now: CyclePlan<CycleMoment>, total: number): Wanted[] {
  if (!kept) return refuse('invalid', 'Everything is exposed already.')
  const known = new Set(momentDrawings({ steps }))
  const offs = new Map(plannedPoses(now).map(p => [p.drawing, p.frame - 1]))
  // Passages from one moment to the next: each is as long as it is now.
  const passages: Wanted[][] = []
  for (const w of kept) {
    if (!passages.length || (w.drawing !== null && known.has(w.drawing))) passages.push([w])
    else passages.at(-1)!.push(w)
  }
  const starts = passages.map((p, i) => (i === 0 ? 0 : (offs.get(p[0]!.drawing) ?? null)))
  const out: Wanted[] = []
  for (let i = 0; i < passages.length;) {
    let end = i + 1
    while (end < passages.length && !((starts[end] ?? -1) > starts[i]!)) end += 1
    out.push(...fitted(passages.slice(i, end).flat(), (starts[end] ?? total) - starts[i]!))
    i = end
  }
  return out
}

/** Exposures in so many frames: the first, which is held, gives and takes; then the others, from the last on. */
function fitted(exposures: readonly Wanted[], total: number): Wanted[] {
  let over = framesIn(exposures) - total
  const out = exposures.map(w => ({ ...w }))
  if (over < 0) out[0]!.frames -= over
  for (const w of [out[0]!, ...out.slice(1).reverse()]) {
    const give = Math.max(0, Math.min(over, w.frames - (w === out[0] ? 1 : 0)))
    w.frames -= give
    over -= give
  }
  return out.filter(w => w.frames > 0)
}

export const setCycleSteps = command(
  'cycle.steps',
  z.object({ ...at, kind: cycleSchema.shape.kind, steps: z.array(cycleStepSchema).min(1).max(MOST_STEPS) }),
  ({ plan, column, cycle, steps }, shot) =>
    `${plural(cycleFrames({ steps }), 'frame')} for ${nameOf(shot, plan, column, cycle)}`,
  (shot, { plan, column: id, cycle: key, kind, steps }, { newId }) => {
    const found = openCycle(shot, plan, id, key)
    const { column, cycle, bracket } = found
    if (cycle.half && steps.length !== cycle.steps.length)
      refuse('invalid', 'A cycle with a derived half keeps its number of steps. Let the half be by hand first.')
    const there = new Set([...momentDrawings(cycle), ...Object.keys(stackOf(shot, column.stack).drawings)])
    if (momentDrawings({ steps }).some(d => !there.has(d))) refuse('gone', 'A drawing of it is not there any more.')
    const shown = new Set(bracket.there.map(r => r.drawing))
    const known = new Set(momentDrawings({ steps }))
    const more = bracket.there.some(r => r.drawing === null || !known.has(r.drawing))
    const total = cycleFrames({ steps })
    const wanted = more
      ? keptNow({ ...cycle, steps, kept: listed(bracket.there) }, { steps }, total)
      : exposuresAt(
          { steps: steps.map(s => ({ ...s, moments: s.moments.filter(m => shown.has(m.drawing) || m.off === 0) })) },
          MOST_STAGES,
        )
    const after: Cycle = { ...cycle, kind, steps }
    const made = withColumn(shot, plan, withCycle(reexposed(column, found, wanted, newId), key, after))
    return followedAt(made, plan, column, bracket.from + bracket.frames - 1, total - bracket.frames)
  },
)

/** Of which moment's drawing in the first half each one of the second is the other side. */
function pairsIn({ steps }: Pick<Cycle, 'steps'>): Record<string, string> {
  const n = Math.floor(steps.length / 2)
  const pairs: Record<string, string> = {}
  steps.slice(0, n).forEach((s, i) =>
    s.moments.forEach((m, k) => {
      const second = steps[n + i]!.moments[k]?.drawing
      if (m.drawing && second && second !== m.drawing) pairs[second] = m.drawing
    }),
  )
  return pairs
}

/** A cycle whose second half is derived from its first; what that changes is done by `withHalves`, as with every change. */
function halved({ cycle, bracket }: Pick<CycleIn, 'cycle' | 'bracket'>): Cycle {
  const n = Math.floor(cycle.steps.length / 2)
  if (cycle.steps.length % 2) refuse('invalid', 'Only a cycle of two steps, four, or more by twos has two halves.')
  const others = pairsIn(cycle)
  const first = cycle.steps[n]!.moments[0]!.drawing
  const starts = bracket.there.find((r, i) => i > 0 && r.drawing === first && r.drawing !== null)
  if (!starts || !Object.hasOwn(others, first!))
    return refuse('invalid', 'The second half begins with a drawing of its own: expose one there first.')
  return { ...cycle, half: { starts: starts.id, drawings: others, charts: {}, released: [] } }
}

export const deriveHalf = command(
  'cycle.half',
  /** The second half follows the first with left and right exchanged; or it is by hand from now on. */
  z.object({ ...at, derived: z.boolean() }),
  ({ plan, column, cycle, derived }, shot) =>
    derived
      ? `Derive the second half of ${nameOf(shot, plan, column, cycle)}`
      : `The second half of ${nameOf(shot, plan, column, cycle)} is by hand`,
  (shot, { plan, column: id, cycle: key, derived }) => {
    const found = openCycle(shot, plan, id, key)
    const { half, ...bare } = found.cycle
    if (!derived && !half) refuse('gone', 'No half of it is derived.')
    return withColumn(shot, plan, withCycle(found.column, key, derived ? halved(found) : bare))
  },
)

export const followHalf = command(
  'cycle.follow',
  z.object({
    ...at,
    /** A drawing or a chart of the second half; its exposures where nothing is said. */
    what: idSchema.nullable(),
    follows: z.boolean(),
  }),
  ({ plan, column, what, follows }, shot) => {
    const stack = shot.stacks[shot.plans[plan]?.columns[column]?.stack ?? '']
    const number = what === null ? null : stack?.drawings[what]?.number
    const name = number ? `drawing ${number}` : what === null ? 'the exposures of the second half' : 'a span'
    return follows ? `Derive ${name} from the first half again` : `Release ${name} from the first half`
  },
  (shot, { plan, column: id, cycle: key, what, follows }) => {
    const { column, cycle } = openCycle(shot, plan, id, key)
    const { half } = cycle
    if (!half) return refuse('gone', 'No half of it is derived.')
    if (what !== null && !Object.hasOwn(half.drawings, what) && !Object.hasOwn(half.charts, what))
      return refuse('gone', 'It is not of the second half any more.')
    const { timed: _timed, ...bare } = half
    const others = half.released.filter(r => r !== what)
    const now: CycleHalf =
      what === null
        ? { ...bare, ...(follows ? {} : { timed: true as const }) }
        : { ...half, released: follows ? others : [...others, what].sort() }
    return withColumn(shot, plan, withCycle(column, key, { ...cycle, half: now }))
  },
)

export const setFeet = command(
  'cycle.feet',
  z.object({
    ...at,
    /** Which feet stand from when to when; null where that is worked out. */
    plants: z.array(plantSchema).max(MOST_PLANTS).nullable().optional(),
    /** How far it is to go in a round, px; null where its feet say it. */
    stride: z.object({ x: finite, y: finite }).nullable().optional(),
  }),
  ({ plan, column, cycle, plants }, shot) =>
    `${plants === undefined ? 'Stride' : 'Planted feet'} of ${nameOf(shot, plan, column, cycle)}`,
  (shot, { plan, column: id, cycle: key, plants, stride }) => {
    const { column, cycle } = openCycle(shot, plan, id, key)
    const { plants: oldPlants, stride: oldStride, ...bare } = cycle
    const [feet, far] = [plants === undefined ? oldPlants : plants, stride === undefined ? oldStride : stride]
    return withColumn(
      shot,
      plan,
      withCycle(column, key, { ...bare, ...(feet ? { plants: feet } : {}), ...(far ? { stride: far } : {}) }),
    )
  },
)

export const removeCycle = command(
  'cycle.remove',
  z.object(at),
  ({ plan, column, cycle }, shot) =>
    `${columnName(shot, plan, column)} has no ${wordOf(shot.plans[plan]?.columns[column]?.cycles?.[cycle])} there any more`,
  (shot, { plan, column: id, cycle: key }) => {
    const { column, bracket } = openCycle(shot, plan, id, key)
    const { [key]: _gone, ...cycles } = column.cycles!
    const { cycles: _cycles, ...bare } = column
    const plain = Object.keys(cycles).length ? { ...bare, cycles } : bare
    const once = bracket.repeat.times === 1 && !bracket.repeat.back
    return withColumn(
      shot,
      plan,
      once
        ? withRepeats(
            plain,
            plain.repeats!.filter(r => r.id !== key),
          )
        : plain,
    )
  },
)
