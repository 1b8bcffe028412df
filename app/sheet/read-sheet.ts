import type { StoredShot } from '#core/document'
import { linesOnSheet, openShot } from '#core/document'
import { sceneOf } from '#core/pass'
import { longest, withColumns } from '~/desk/scene'
import { laidSounds, soundsIn } from '~/sound/lanes'
import { cellWords } from './cell-words'

/** The sheet of a shot as a table of words. */
export interface SheetTable {
  readonly name: string
  readonly plan: string
  readonly columns: readonly string[]
  /** There are sounds, or lines are spoken: each row names what begins on its frame. */
  readonly heard: boolean
  readonly rows: readonly {
    readonly frame: number
    readonly notes: string
    readonly sounds: string
    readonly cells: readonly string[]
  }[]
}

/** A stored shot as a table, in its first plan; a sentence where it cannot be read. */
export function sheetTable(document: StoredShot): SheetTable | string {
  const read = openShot(document)
  if (!read.ok) return read.message
  const { shot } = read
  const noStrokes = { note: () => '', keep: () => '' }
  const scene = withColumns(sceneOf(shot, shot.planOrder[0]!), () => undefined, noStrokes)
  const notes = Object.values(scene.plan.notes ?? {})
  const length = Math.max(shot.length, longest(scene.columns))
  const spoken = linesOnSheet(shot, scene.plan).flatMap(l => l.words)
  const laid = laidSounds(soundsIn(scene.plan.sounds, shot.rate), shot.rate)
  return {
    name: shot.name,
    plan: scene.plan.name,
    columns: scene.columns.map(c => c.name),
    heard: laid.length + spoken.length > 0,
    rows: Array.from({ length }, (_, i) => ({
      frame: i + 1,
      notes: notes
        .filter(n => n.frame === i + 1)
        .map(n => n.text)
        .join('; '),
      sounds: [
        ...laid.filter(l => l.first === i + 1).map(l => `${l.sound.name}, to frame ${l.last}`),
        ...spoken.filter(w => w.first === i + 1).map(w => `“${w.word.text}”${w.stressed ? ', stressed' : ''}`),
      ].join('; '),
      cells: scene.columns.map(c => cellWords(scene, c, i + 1)),
    })),
  }
}
