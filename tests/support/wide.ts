import type { Shot } from '../../core/document'
import { makeShot } from '../../core/document'
import { listOf, runsOf } from '../../core/sheet'
import { rate } from '../../core/time'

const FRAMES = 14_400

/** Columns of 14,400 frames, twenty on twos where nothing else is said. */
export function wideShot(id = 'wide', { columns: count = 20, each = 2 } = {}): Shot {
  const shot = makeShot(id, {
    name: 'Wide',
    picture: { width: 1920, height: 1080 },
    rate: rate(24),
    paper: '#fffdf6',
    length: FRAMES,
  })
  const plan = shot.plans[shot.planOrder[0]!]!
  const [first] = plan.order
  const like = plan.columns[first!]!
  const stacks: Shot['stacks'] = {}
  const columns: typeof plan.columns = {}
  for (let c = 0; c < count; c++) {
    const stack = `${id}-s${c}`
    const drawings = Object.fromEntries(
      Array.from({ length: 48 }, (_, i) => [
        `${stack}-${i}`,
        {
          id: `${stack}-${i}`,
          number: String(i + 1),
          role: 'key' as const,
          own: true,
          content: { poses: {}, strokes: [] },
        },
      ]),
    )
    stacks[stack] = { id: stack, subjects: {}, drawings }
    const runs = Array.from({ length: FRAMES / each }, (_, i) => ({
      id: `r${c}-${i}`,
      drawing: `${stack}-${i % 48}`,
      frames: each,
    }))
    columns[`${id}-c${c}`] = { ...like, id: `${id}-c${c}`, name: `C${c + 1}`, stack, runs: runsOf(runs) }
  }
  return { ...shot, stacks, plans: { [plan.id]: { ...plan, columns, order: Object.keys(columns) } } }
}

/** The first exposure of the first column. */
export function firstExposure(shot: Shot): { plan: string; column: string; run: string } {
  const plan = shot.plans[shot.planOrder[0]!]!
  const column = plan.order[0]!
  return { plan: plan.id, column, run: listOf(plan.columns[column]!.runs)[0]!.id }
}
