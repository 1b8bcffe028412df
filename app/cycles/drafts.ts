import type { ArgsOf, Draft } from '#core/commands'
import { refOf } from '#core/commands'
import type { CycleKindId } from '#core/cycle'
import { cycleFrames, plannedPoses, stagesOf } from '#core/cycle'
import type { Column, Content, Cycle, CycleIn, CycleMoment, Stack } from '#core/document'
import { comesRound, emptyContent, freeNumber, momentDrawings, otherContent, planNow, subjectsOf } from '#core/document'
import { blend, restPose } from '#core/figure'
import { isPose } from '#core/pass'
import { lastRun, listOf, runsFrom, runAt, shownAt } from '#core/sheet'
import { copied } from '~/desk/copies'
import type { Focus, Scene } from '~/desk/scene'
import { rangeOf } from '~/desk/scene'
import { bracketHere } from '~/sheet/repeats'
import { newId } from '~/sync/ids'
import type { Steps } from './steps'
import { kindOf } from './steps'

/** A drawing that is made for a moment. */
type Made = ArgsOf<'cycle.stage'>['drawings'][number]

/** A cycle as it is planned in the panel. */
export interface Planned {
  readonly kind: CycleKindId
  readonly steps: Steps
  readonly derived: boolean
  /** Where it begins, and how often it is shown; null to the end of the shot. */
  readonly begin: Begin
  readonly times: number | null
}

/** The column as it is written. */
export const writtenIn = (scene: Scene, column: string): Column | undefined =>
  scene.shot.plans[scene.plan.id]!.columns[column]

/** The first frame of a column that a cycle can be planned on: behind all that is exposed. */
export const freeFrame = (column: Column, playhead: number): number =>
  lastRun(column.runs) ? Math.max(column.runs.frames + 1, playhead) : playhead

/** Where a cycle can begin: in place of the last exposure, whose drawing is under the playhead; or behind all. */
export interface Begin {
  readonly onFrame: number
  /** What clears the exposure that it takes the place of. */
  readonly clear: Draft | null
}

/** In place of the exposure under the playhead, where that is the last of its column; null where it is not. */
export function beginHere(scene: Scene, { column: shown, place }: Focus): Begin | null {
  const column = shown && writtenIn(scene, shown.id)
  if (!column || !place || column.repeats?.length || place.start + place.run.frames - 1 !== column.runs.frames)
    return null
  const before = listOf(column.runs).slice(0, -1)
  const exposures = before.map(r => ({ drawing: r.drawing, frames: r.frames }))
  return {
    onFrame: place.start,
    clear: { name: 'column.expose', args: { plan: scene.plan.id, column: column.id, exposures } },
  }
}

/** What a figure begins a cycle with: as it is under the playhead, or on the first drawing; else at rest in the picture. */
function beginning(scene: Scene, stack: Stack, drawing: string | null): Content {
  const from = drawing ?? Object.keys(stack.drawings).sort()[0]
  if (from) {
    const { poses } = scene.contents.of(scene, stack, from)
    if (Object.keys(poses).length) return { poses, strokes: [] }
  }
  const { width, height } = scene.shot.picture
  const figures = subjectsOf(stack).filter(s => s.kind === 'figure')
  return {
    poses: Object.fromEntries(figures.map(s => [s.id, restPose({ x: width / 2, y: height * 0.55 })])),
    strokes: [],
  }
}

/** Half-way between two contents: what the drawing of a moment begins with, to be posed from there. */
function halfway(stack: Stack, a: Content, b: Content): Content {
  const poses: Content['poses'] = {}
  for (const { id, figure } of subjectsOf(stack)) {
    const [p, q] = [a.poses[id], b.poses[id]]
    if (p && q) poses[id] = blend(figure, p, q, 0.5)
    else if (p ?? q) poses[id] = (p ?? q)!
  }
  return { poses, strokes: [] }
}

/** Poses that are on a drawing; null for one that is not there. */
const posesOn = (scene: Scene, stack: Stack, drawing: string | null): Content | null =>
  drawing !== null && Object.hasOwn(stack.drawings, drawing)
    ? { poses: scene.contents.of(scene, stack, drawing).poses, strokes: [] }
    : null

/** Half-way between what is there on both sides in a round: over the seam, too. */
function betweenIn(stack: Stack, round: readonly (Content | null)[], i: number): Content {
  const n = round.length
  const from = (by: 1 | -1): Content | null => {
    for (let k = 1; k < n; k++) {
      const content = round[(i + by * k + n * k) % n]
      if (content) return content
    }
    return null
  }
  const [before, after] = [from(-1), from(1)]
  return before && after ? halfway(stack, before, after) : (before ?? emptyContent)
}

/** A stage whose drawings are made: from which frame the cycle is seen, and what a figure begins with. */
interface Making {
  readonly cycle: Pick<Cycle, 'steps'>
  readonly stage: number
  readonly from: number
  /** In a derived half they follow by themselves, the contacts aside. */
  readonly derived: boolean
  readonly begin: string | null
}

/** The drawings that the moments of a stage are made with, numbered by the frames they fall on. */
function madeFor(scene: Scene, stack: Stack, { cycle, stage, from, derived, begin }: Making): Made[] {
  const all = plannedPoses<CycleMoment>(cycle)
  const first = stagesOf(cycle)[0]!
  const half = derived && stage !== first ? cycle.steps.length / 2 : Infinity
  const start = beginning(scene, stack, begin)
  const round = all.map(p => posesOn(scene, stack, p.drawing))
  const taken: string[] = []
  return all.flatMap((p, i): Made[] => {
    if (p.stage > stage || p.drawing !== null || p.step >= half) return []
    const other = p.step % 2 ? otherContent(stack, start) : start
    const content = p.stage === first ? other : betweenIn(stack, round, i)
    round[i] = content
    const number = freeNumber(stack, String(from + p.frame - 1), taken)
    taken.push(number)
    const moment = all.filter(x => x.step === p.step).indexOf(p)
    return [{ step: p.step, moment, drawing: { id: newId(), number, content: copied(content) } }]
  })
}

/** A cycle planned in the active column. In place of an exposure, its drawing is the first of the cycle. */
export function planDrafts(scene: Scene, focus: Focus, { kind, steps: bare, derived, begin, times }: Planned): Draft[] {
  const [column, stack] = [focus.column!, focus.stack!]
  const { onFrame, clear } = begin
  const steps = clear && focus.drawing ? beginningWith(bare, focus.drawing.id) : bare
  const first = stagesOf({ steps })[0]!
  const drawings = madeFor(scene, stack, {
    ...{ cycle: { steps }, stage: first, from: onFrame, derived },
    begin: focus.drawing?.id ?? null,
  })
  const plan: Draft = {
    name: 'cycle.plan',
    args: {
      ...{ plan: scene.plan.id, column: column.id, cycle: newId() },
      onFrame,
      kind,
      steps,
      times,
      drawings,
      derived,
    },
  }
  return clear ? [clear, plan] : [plan]
}

const beginningWith = (steps: Steps, drawing: string): Steps =>
  steps.map((s, i) => (i === 0 ? { ...s, moments: s.moments.map((m, k) => (k === 0 ? { ...m, drawing } : m)) } : s))

/** A cycle exposed up to a stage, with new drawings for its moments; null for all that was exposed. */
export function stageDraft(scene: Scene, column: Column, found: CycleIn, stage: number | null): Draft {
  const { id, cycle, bracket } = found
  const now = planNow(cycle, bracket.there)
  const steps = (now?.steps as Steps | undefined) ?? cycle.steps
  const stack = scene.shot.stacks[column.stack]!
  const drawings =
    stage === null
      ? []
      : madeFor(scene, stack, {
          ...{ cycle: { steps }, stage, from: bracket.start, derived: !!cycle.half && !cycle.half.timed },
          begin: bracket.there[0]!.drawing,
        })
  return { name: 'cycle.stage', args: { plan: scene.plan.id, column: column.id, cycle: id, stage, drawings } }
}

/** The cycle that selected frames (or the repeat here) are: its moments are the poses that are exposed there. */
export function takeDraft(scene: Scene, focus: Focus, kind: CycleKindId): Draft | null {
  const column = focus.column && writtenIn(scene, focus.column.id)
  if (!column) return null
  const { first, last } = rangeOf(focus)
  const bracket = bracketHere(scene, focus)
  const here = bracket && !comesRound(column, bracket.repeat.id) ? bracket : null
  const [a, b] = here
    ? [runAt(column.runs, here.from), runAt(column.runs, here.from + here.frames - 1)]
    : [shownAt(column.runs, first), shownAt(column.runs, last)]
  if (!a || !b || b.start < a.start || a.run.again || b.run.again) return null
  const there = runsFrom(column.runs, a, b.start + b.run.frames - a.start)
  const steps = stepsOfPoses(focus.stack!, there, kind)
  if (!steps) return null
  const repeat = here?.repeat ?? { id: newId(), times: 1, back: false }
  return {
    name: 'cycle.take',
    args: {
      ...{ plan: scene.plan.id, column: column.id, kind, steps },
      repeat: { id: repeat.id, times: repeat.times, back: repeat.back, first: refOf(a), last: refOf(b) },
    },
  }
}

/** Steps whose moments are the poses of exposures, named as the nearest ones of a kind; null for fewer than two. */
export function stepsOfPoses(
  stack: Stack,
  there: readonly { drawing: string | null; frames: number }[],
  kind: CycleKindId,
): Steps | null {
  const total = there.reduce((sum, r) => sum + r.frames, 0)
  let off = 0
  const seen = new Set<string>()
  const poses = there.flatMap(({ drawing, frames }) => {
    const at = off
    off += frames
    if (!drawing || seen.has(drawing) || !isPose(stack.drawings[drawing])) return []
    seen.add(drawing)
    return [{ drawing, off: at }]
  })
  if (poses.length < 2 || poses[0]!.off !== 0) return null
  const wanted = kindOf(kind)
  const count = Math.max(1, Math.min(wanted.steps, Math.floor(poses.length / 2) || 1, total))
  // Steps of equal length, where poses lie so; else as many poses in each, where they divide so; else the nearest.
  const each = poses.length / count
  const starts = Array.from({ length: count }, (_, k) => {
    const ideal = (total * k) / count
    if (Number.isInteger(each) && !poses.some(p => p.off === ideal)) return poses[k * each]!.off
    return poses.reduce((best, p) => (Math.abs(p.off - ideal) < Math.abs(best - ideal) ? p.off : best), 0)
  })
  return [...new Set(starts)].map((start, k, all) => {
    const frames = (all[k + 1] ?? total) - start
    const here = poses.filter(p => p.off >= start && p.off < start + frames)
    const free = [...wanted.moments]
    const moments = here.map((p, i): CycleMoment => {
      const share = (p.off - start) / frames
      const near =
        i === 0
          ? free[0]
          : free.filter(m => m.at > 0).sort((x, y) => Math.abs(x.at - share) - Math.abs(y.at - share))[0]
      const named = near && (i === 0 || Math.abs(near.at - share) < 0.15) ? near : null
      if (named) free.splice(free.indexOf(named), 1)
      const { name, stage, role } = named ?? {
        name: stack.drawings[p.drawing]!.number,
        stage: 3,
        role: 'breakdown' as const,
      }
      return {
        name,
        stage,
        role,
        off: p.off - start,
        ...(named?.air ? { air: true as const } : {}),
        drawing: p.drawing,
      }
    })
    return { frames, moments }
  })
}

/** The cycle of a column on other frames, or with other moments. */
export function stepsDraft(
  scene: Scene,
  column: Column,
  { id, cycle }: CycleIn,
  kind: CycleKindId,
  steps: Steps,
): Draft {
  const known = new Set(momentDrawings(cycle))
  const kept = steps.map(s => ({
    ...s,
    moments: s.moments.map(m => ({ ...m, drawing: m.drawing !== null && known.has(m.drawing) ? m.drawing : null })),
  }))
  return { name: 'cycle.steps', args: { plan: scene.plan.id, column: column.id, cycle: id, kind, steps: kept } }
}

/** A bracket of a cycle shown so often; null to the end of the shot. */
export function timesDraft(scene: Scene, column: Column, { bracket }: CycleIn, times: number | null): Draft {
  const { repeat, from, frames } = bracket
  return {
    name: 'repeat.set',
    args: {
      ...{ plan: scene.plan.id, column: column.id },
      repeat: {
        ...{ id: repeat.id, back: repeat.back, times },
        first: { run: repeat.first, at: from },
        last: { run: repeat.last, at: from + frames - 1 },
      },
    },
  }
}

/** How many frames a cycle has as it is planned. */
export const plannedFrames = (steps: Steps): number => cycleFrames({ steps })
