import { listOf } from '../../core/sheet'
import { makeShot, openShot, storeShot } from '../../core/document'
import type { Shot } from '../../core/document'
import { rate } from '../../core/time'

/** A shot of 14,400 frames whose columns change on every frame: as much as one can be, where there are twenty. */
export function largeShot(id: string, columns: number, frames = 14_400): Shot {
  const shot = makeShot(id, {
    name: 'Large',
    picture: { width: 1920, height: 1080 },
    rate: rate(24),
    paper: '#fffdf6',
    length: frames,
  })
  const stored = storeShot(shot)
  const plan = stored.plans[stored.planOrder[0]!]!
  const first = plan.columns[plan.order[0]!]!
  const drawing = {
    id: 'd1',
    number: '1',
    role: 'key' as const,
    own: true,
    content: { poses: {}, strokes: [] },
  }
  stored.stacks[first.stack]!.drawings.d1 = drawing
  for (let c = 0; c < columns; c++) {
    const column = {
      ...first,
      id: `c${c}`,
      name: `C${c}`,
      runs: Array.from({ length: frames }, (_, i) => ({ id: `r${c}-${i}`, drawing: i % 2 ? 'd1' : null, frames: 1 })),
    }
    plan.columns[column.id] = column
    plan.order.push(column.id)
  }
  const opened = openShot(JSON.parse(JSON.stringify(stored)))
  if (!opened.ok) throw new Error(opened.message)
  return opened.shot
}

/** The first exposure of a column of a shot. */
export const firstRun = (shot: Shot, column: string): string =>
  listOf(Object.values(shot.plans)[0]!.columns[column]!.runs)[0]!.id
