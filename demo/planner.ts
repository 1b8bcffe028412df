import { createHash } from 'node:crypto'
import type { Recipe } from '#core/chart'
import type { Figure, Pose } from '#core/figure'
import { spread } from '#core/chart'
import { lastRun, listOf } from '#core/sheet'
import type { Content, PoseRole, Shot } from '../core/document'
import type { ArgsOf, CommandName } from '../core/commands'
import { SCHEMA } from '../core/document'
import { applyCommand } from '../core/commands'
import type { Stroke } from '#core/stroke'
import { strokeText, tidy } from '#core/stroke'

/** The id of the drawing that a column of the demo first shows on a frame. */
export const drawingId = (column: string, frame: number): string => `${column.replace('.', '-')}-${frame}`

/** Plans a demo shot with the same commands that the desk uses, under ids that are the same each time. */
export class Planner {
  readonly strokes: Stroke[] = []
  private count = 0

  constructor(public shot: Shot) {}

  get plan() {
    return this.shot.plans[this.shot.planOrder[0]!]!
  }

  do<N extends CommandName>(name: N, args: ArgsOf<N>): void {
    const out = applyCommand(this.shot, {
      id: `demo-${String(++this.count).padStart(5, '0')}`,
      schema: SCHEMA,
      name,
      args,
    })
    if (!out.ok) throw new Error(`The demo's ${name} was refused: ${out.refusal.message}`)
    this.shot = out.shot
  }

  column(id: string, name: string, ink: string, settings: { background?: boolean; step?: number } = {}): void {
    this.do('column.add', {
      plan: this.plan.id,
      index: this.plan.order.length,
      stack: { id: `${id}-stack`, subjects: {}, drawings: {} },
      column: {
        id,
        name,
        stack: `${id}-stack`,
        ink,
        step: settings.step ?? 2,
        background: settings.background ?? false,
        locked: false,
        hidden: false,
        runs: [],
      },
    })
  }

  /** A pose on a frame, numbered by it. The one before stays until then. */
  pose(column: string, frame: number, role: PoseRole, content: Content): void {
    const last = lastRun(this.plan.columns[column]!.runs)
    const where = last ? { afterLast: frame - last.start } : { onFrame: frame }
    this.do('pose.add', {
      plan: this.plan.id,
      column,
      drawing: { id: drawingId(column, frame), number: String(frame), role, content },
      where,
    })
  }

  /** A column with a figure in it. */
  figure(id: string, name: string, figure: Figure): void {
    this.column(id, name, '#26302c')
    this.do('subject.add', {
      stack: `${id}-stack`,
      subject: { id: figure.id, name: figure.name, kind: 'figure', figure },
      drawing: null,
      pose: null,
    })
  }

  /** Poses of a figure on their frames. */
  poses(column: string, figure: string, poses: readonly (readonly [number, PoseRole, Pose])[]): void {
    for (const [frame, role, pose] of poses) this.pose(column, frame, role, { poses: { [figure]: pose }, strokes: [] })
  }

  /** The last pose of a column, which begins on a frame, stays to the end of the shot. */
  hold(column: string, frame: number, length: number): void {
    const last = lastRun(this.plan.columns[column]!.runs)!
    const delta = length - frame + 1 - last.run.frames
    this.do('run.push', { plan: this.plan.id, column, run: { run: last.run.id, at: frame }, delta })
  }

  /** What happens, beside its frames. */
  notes(notes: readonly (readonly [frame: number, frames: number, text: string])[]): void {
    for (const [frame, frames, text] of notes)
      this.do('note.set', { plan: this.plan.id, note: { id: `note-${frame}`, frame, frames, text } })
  }

  /** Charts the pass from one frame's drawing to another's: n in-betweens right before the second. */
  chart(
    column: string,
    from: number,
    to: number,
    n: number,
    step: number,
    recipe: Recipe,
    places = spread(recipe, n),
  ): void {
    const run = (frame: number) => {
      let start = 1
      for (const r of listOf(this.plan.columns[column]!.runs)) {
        if (r.drawing === drawingId(column, frame)) return { run: r.id, at: start }
        start += r.frames
      }
      throw new Error(`Nothing is exposed on ${frame}.`)
    }
    const ticks = places.map((u, i) => ({
      drawing: drawingId(column, to - step * (n - i)),
      number: String(to - step * (n - i)),
      u,
    }))
    this.do('chart.fill', {
      plan: this.plan.id,
      column,
      chart: `${column}-chart-${from}`,
      from: run(from),
      to: run(to),
      ticks,
      recipe,
      step,
    })
  }

  stroke(colour: string, width: number, points: readonly (readonly [number, number])[]): { id: string; hash: string } {
    return this.keep({
      schema: 1,
      colour,
      width,
      pressure: true,
      points: points.flatMap(([x, y], i) => [x, y, 0.45 + 0.3 * Math.sin((i + 1) * 1.7)]),
    })
  }

  /** A flat shape that covers what is under it so strongly. */
  shape(
    colour: string,
    strength: number,
    points: readonly (readonly [number, number])[],
  ): { id: string; hash: string } {
    const flat = points.flatMap(([x, y]) => [x, y, 1])
    return this.keep({ schema: 1, colour, width: 1, strength, pressure: false, fill: true, points: flat })
  }

  keep(drawn: Stroke): { id: string; hash: string } {
    const stroke = tidy(drawn)
    this.strokes.push(stroke)
    return { id: `s${this.strokes.length}`, hash: createHash('sha256').update(strokeText(stroke)).digest('hex') }
  }
}
