import { plural } from '#core/basic'
import { atStage, plannedPoses, stagesOf } from '#core/cycle'
import type { Cycle, CycleIn, CycleMoment, Stack } from '#core/document'
import { hasMore, planNow } from '#core/document'
import { framesIn } from '#core/sheet'
import type { Draft } from '#core/commands'
import { fill, mostIn } from '~/chart/fill'
import type { Desk } from '~/desk/desk'
import type { Focus, Scene } from '~/desk/scene'
import { passesHere } from '~/desk/scene'
import { tell } from '~/ui/messages'
import { stageDraft } from './drafts'
import type { CycleSeen } from './store'

/** Which stage is exposed: null where all that was exposed is. */
export const exposedStage = ({ cycle, bracket }: Pick<CycleIn, 'cycle' | 'bracket'>): number | null =>
  cycle.stage ?? (cycle.kept || hasMore(cycle, bracket.there) ? null : stagesOf(cycle).at(-1)!)

/** A stage that a cycle can be exposed at. */
export interface StageRow {
  readonly stage: number | null
  /** What it adds: “contact”, “passing”, “down, up”; “everything”. */
  readonly words: string
  /** How its poses are held: “2 × 12”. */
  readonly held: string
}

/** The stages of a cycle, in order; all drawings last, where there are more than its moments. */
export function stageRows({ cycle, bracket }: Pick<CycleIn, 'cycle' | 'bracket'>): StageRow[] {
  const now = planNow(cycle, bracket.there) ?? cycle
  const rows = stagesOf(cycle).map((stage): StageRow => {
    const names = new Set(
      plannedPoses<CycleMoment>(cycle)
        .filter(p => p.stage === stage)
        .map(p => p.name.split(',')[0]!),
    )
    const words = names.size > 3 ? `${[...names][0]!} … ${[...names].at(-1)!}` : [...names].join(', ')
    return { stage, words, held: heldWords(atStage(now, stage).map(p => p.frames)) }
  })
  const more = cycle.kept?.length ?? (hasMore(cycle, bracket.there) ? bracket.there.length : 0)
  return more ? [...rows, { stage: null, words: 'all', held: String(more) }] : rows
}

/** How poses are held: “4 × 6”, or “8, 3 to 5 each” where that differs. */
function heldWords(frames: readonly number[]): string {
  const [least, most] = [Math.min(...frames), Math.max(...frames)]
  return least === most ? `${frames.length} × ${least}` : `${frames.length} × ${least}–${most}`
}

/** The stage after one, or before it; undefined where there is none. */
export function nextStage(cycle: Cycle, now: number | null, by: 1 | -1): number | null | undefined {
  const all: (number | null)[] = [...stagesOf(cycle), ...(cycle.kept || now === null ? [null] : [])]
  return all[all.indexOf(now) + by]
}

/** Exposes a cycle at a stage, and says what is to be drawn there. */
export function stageTo(desk: Desk, found: CycleSeen, stage: number | null): void {
  const draft = stageDraft(desk.scene!, found.column, found, stage)
  if (!desk.run(draft)) return
  const made = draft.name === 'cycle.stage' ? draft.args.drawings.length : 0
  if (made) tell(`${plural(made, 'new drawing')} to pose or draw. The cycle is as long as before.`)
}

/**
 * What lies between the moments of a cycle, charted evenly on so many frames, over its seam, too. A derived half follows by
 * itself. None where no gap has room.
 */
export function betweenDrafts(scene: Scene, focus: Focus, { cycle, bracket }: CycleSeen, step: number): Draft[] {
  const end = bracket.start + bracket.frames
  const half = cycle.half && !cycle.half.timed ? cycle.half.starts : undefined
  const second = half === undefined ? -1 : bracket.there.findIndex(r => r.id === half)
  const until = second < 0 ? end : bracket.start + framesIn(bracket.there.slice(0, second))
  const taken: string[] = []
  return passesHere(scene, focus)
    .filter(p => p.from.start >= bracket.start && p.from.start < until && p.to.start <= end && !p.chart?.ticks.length)
    .flatMap(pass => {
      const room = Math.ceil((pass.to.start - pass.from.start) / step) - 1
      const count = Math.min(room, mostIn(pass, step))
      return count > 0 ? [fill(scene, focus, pass, count, { recipe: { family: 'even' }, step, taken })] : []
    })
}

/** A moment in the order of work: whether something is on its drawing, and where that is. */
export interface WorkRow {
  readonly key: string
  readonly name: string
  readonly stage: number
  readonly frame: number
  readonly drawing: string | null
  readonly number: string | null
  readonly done: boolean
  readonly derived: boolean
  readonly exposed: boolean
}

/** The moments of a cycle in the order in which they are drawn: contacts first, then what lies between. */
export function workRows(
  stack: Stack,
  { cycle, bracket }: Pick<CycleIn, 'cycle' | 'bracket'>,
  isDone: (drawing: string) => boolean,
): WorkRow[] {
  const now = planNow(cycle, bracket.there) ?? cycle
  const shown = new Set(bracket.there.map(r => r.drawing))
  return plannedPoses<CycleMoment>(now)
    .map((p, i) => ({
      ...{ key: `${p.step} ${p.name} ${i}`, name: p.name, stage: p.stage },
      frame: bracket.start + p.frame - 1,
      drawing: p.drawing && stack.drawings[p.drawing] ? p.drawing : null,
      number: (p.drawing && stack.drawings[p.drawing]?.number) ?? null,
      done: !!p.drawing && !!stack.drawings[p.drawing] && isDone(p.drawing),
      derived:
        !!p.drawing &&
        !!cycle.half &&
        Object.hasOwn(cycle.half.drawings, p.drawing) &&
        !cycle.half.released.includes(p.drawing),
      exposed: !!p.drawing && shown.has(p.drawing),
    }))
    .sort((a, b) => a.stage - b.stage || a.frame - b.frame)
}
