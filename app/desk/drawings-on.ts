import { isTimed, spotAt } from '#core/commands'
import type { Draft } from '#core/commands'
import { emptyContent, freeNumber } from '#core/document'
import { eachRun } from '#core/sheet'
import type { Focus, Scene } from './scene'
import { newId } from '~/sync/ids'

/**
 * New blank drawings in the active column, one on each frame (in order, each once), each held until the next; or why
 * that cannot be: nothing that is exposed there is written over.
 */
export function drawingsOn(scene: Scene, { column, stack }: Focus, frames: readonly number[]): Draft[] | string {
  const [first] = frames
  if (!column || !stack || first === undefined) return 'There is no mark on a frame of the shot.'
  if (column.footage) return `${column.name} is the column of the footage: go to the one that the poses are in.`
  if (!isTimed(column)) return `The timing of ${column.name} is locked, or follows another column.`
  if ([...eachRun(column.runs)].some(({ run, start }) => run.drawing !== null && start >= first))
    return `${column.name} has drawings from frame ${first} on already. Put its poses on the marks instead.`
  const taken: string[] = []
  const drawings = frames.map(f => {
    const number = freeNumber(stack, String(f), taken)
    taken.push(number)
    const adds = column.adds ?? 'key'
    return { id: newId(), number, role: adds === 'in-between' ? ('key' as const) : adds, content: emptyContent }
  })
  const exposures = drawings.map((d, i) => ({
    drawing: d.id,
    frames: (frames[i + 1] ?? frames[i]! + column.step) - frames[i]!,
  }))
  const at = spotAt(column.runs, first)
  return [
    ...drawings.map((drawing): Draft => ({ name: 'drawing.add', args: { stack: stack.id, drawing } })),
    { name: 'range.paste', args: { plan: scene.plan.id, column: column.id, at, frame: first, exposures, by: 'over' } },
  ]
}
