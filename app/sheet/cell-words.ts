import type { Column } from '#core/document'
import type { Scene, Selection } from '~/desk/scene'
import { focusIn } from '~/desk/scene'
import { EXPOSED, exposed } from '~/desk/steps'

/** What a cell of the sheet shows, in words: a frame of a column. */
export function cellWords(scene: Scene, column: Column, frame: number): string {
  const focus = focusIn(scene, { column: column.id, workFrame: frame, selection: null })
  const { drawing: d, place } = focus
  if (!d) return 'blank'
  const lies = exposed(focus)
  return `drawing ${d.number}, ${d.role}, ${lies === 'held' ? `held, frame ${frame - place!.start + 1}` : EXPOSED[lies]}`
}

/** Selected frames in words, with the names of their columns. */
export function selectionWords({ columns, first, last }: Selection, all: readonly Column[]): string {
  const names = columns.flatMap(id => all.find(c => c.id === id)?.name ?? [])
  const frames = first === last ? `frame ${first}` : `frames ${first} to ${last}`
  return `Selected: ${frames} of ${names.join(', ')}`
}
