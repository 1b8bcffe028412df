import { byHand } from '#core/dialogue'
import type { Column } from '#core/document'
import { momentNames } from '#core/document'
import type { Scene, Selection } from '~/desk/scene'
import { focusIn } from '~/desk/scene'
import { EXPOSED, exposed } from '~/desk/steps'

/** What a cell of the sheet shows, in words: a frame of a column. */
export function cellWords(scene: Scene, column: Column, frame: number): string {
  const focus = focusIn(scene, { column: column.id, workFrame: frame, selection: null })
  const { drawing: d, place } = focus
  const said = `${momentOn(scene, column, d?.id)}${isByHand(scene, column, frame) ? ', by hand' : ''}`
  if (!d) return `blank${said}`
  const lies = exposed(focus)
  return `drawing ${d.number}, ${d.role}, ${lies === 'held' ? `held, frame ${frame - place!.start + 1}` : EXPOSED[lies]}${said}`
}

/** Which moment of a cycle a drawing is: “, contact”. */
function momentOn(scene: Scene, column: Column, drawing: string | undefined): string {
  const name = drawing && momentsOf(scene, column).get(drawing)
  return name ? `, ${name}` : ''
}

/** What the drawings of a column are called as moments of its cycles. */
export const momentsOf = ({ shot, plan }: Scene, { id }: Pick<Column, 'id'>): ReadonlyMap<string, string> =>
  momentNames(shot.plans[plan.id]!.columns[id]?.cycles)

/** The hand changed what a reading had put there. */
function isByHand({ shot, plan }: Scene, { id }: Column, frame: number): boolean {
  const { runs, spoken } = shot.plans[plan.id]!.columns[id] ?? {}
  return !!runs && !!spoken && byHand(runs, spoken).some(h => h.first <= frame && frame <= h.last)
}

/** Selected frames in words, with the names of their columns. */
export function selectionWords({ columns, first, last }: Selection, all: readonly Column[]): string {
  const names = columns.flatMap(id => all.find(c => c.id === id)?.name ?? [])
  const frames = first === last ? `frame ${first}` : `frames ${first} to ${last}`
  return `Selected: ${frames} of ${names.join(', ')}`
}
