import type { Draft } from '#core/commands'
import { refOf } from '#core/commands'
import type { Column } from '#core/document'
import type { Frames, Run } from '#core/sheet'
import { eachRun } from '#core/sheet'
import { planAndColumn } from '~/desk/drafts'
import type { Focus, Scene, Selection } from '~/desk/scene'
import { passagesOf, selectedColumns, withoutLinkedTwice } from './arrange'

/** Frames more (or fewer) for exposures, and what is selected afterwards. */
export interface Longer {
  readonly drafts: readonly Draft[]
  readonly selection: Selection | null
}

interface Exposed {
  readonly run: Run
  readonly start: number
}

/** The exposures that passages touch, in order; one that a repeat shows again counts once. Blanks are left alone. */
function touched(column: Column, passages: readonly Frames[]): Exposed[] {
  const seen = new Set<string>()
  return [...eachRun(column.runs)].filter(({ run, start }) => {
    const here = passages.some(p => start <= p.last && start + run.frames > p.first)
    if (!here || run.drawing === null || seen.has(run.id)) return false
    seen.add(run.id)
    return true
  })
}

/** Passages after their exposures grew: they begin and end with the same drawings. */
const grown = (passages: readonly Frames[], places: readonly Exposed[], delta: number): Frames[] =>
  passages.map(({ first, last }) => ({
    first: first + delta * places.filter(p => p.start + p.run.frames <= first).length,
    last: Math.max(first, last + delta * places.filter(p => p.start <= last).length),
  }))

/**
 * One frame more or fewer: of every exposure that is selected, or of the one under the playhead. What is selected grows
 * along; those of one frame keep it.
 */
export function longer(scene: Scene, focus: Focus, delta: 1 | -1): Longer {
  const { selection, column, place } = focus
  const gives = (p: Exposed) => p.run.frames + delta >= 1
  const passages = selection ? passagesOf(focus) : []
  const several = selection && selectedColumns(scene, focus).some(c => touched(c, passages).length > 1)
  if (!several) {
    const draft: Draft | null =
      place && gives(place)
        ? { name: 'run.push', args: { ...planAndColumn(scene, focus), run: refOf(place), delta } }
        : null
    return { drafts: draft ? [draft] : [], selection }
  }
  // The last one first: those before it stay where they are.
  const drafts = withoutLinkedTwice(selectedColumns(scene, focus)).flatMap(c =>
    touched(c, passages)
      .filter(gives)
      .reverse()
      .map((p): Draft => ({ name: 'run.push', args: { plan: scene.plan.id, column: c.id, run: refOf(p), delta } })),
  )
  if (!column || selection.drawing) return { drafts, selection }
  const now = grown(passages, touched(column, passages).filter(gives), delta)
  const own = selection.passages ? { passages: now } : {}
  return { drafts, selection: { ...selection, first: now[0]!.first, last: now.at(-1)!.last, ...own } }
}
