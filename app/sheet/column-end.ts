import type { Draft } from '#core/commands'
import { refOf, spotAt } from '#core/commands'
import type { Column } from '#core/document'
import { bracketsOf, lastRun, runAt } from '#core/sheet'
import type { Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'

/** What a column shows after its last exposure: that drawing stays, nothing, or all of it again. */
export type ColumnEnd = 'hold' | 'blank' | 'repeat'

/** A column as it is written, without what repeats add. */
const writtenIn = (scene: Scene, column: string): Column => scene.shot.plans[scene.plan.id]!.columns[column]!

/** The repeat that goes from the end of a column to the end of the shot. */
const lastRepeat = (scene: Scene, written: Column) => {
  const last = lastRun(written.runs)?.run.id
  return bracketsOf(written, scene.shot.length).find(b => b.repeat.times === null && b.repeat.last === last)?.repeat
}

/** What a column shows after its last exposure; null where nothing is exposed. */
export function endOf(scene: Scene, column: string): ColumnEnd | null {
  const written = writtenIn(scene, column)
  const last = lastRun(written.runs)
  if (!last) return null
  if (lastRepeat(scene, written)) return 'repeat'
  return last.run.drawing === null ? 'blank' : 'hold'
}

/**
 * What makes a column end otherwise: a blank behind its last drawing, that drawing held over such a blank, or a repeat
 * over all of it to the end of the shot.
 */
export function endAs(scene: Scene, column: string, end: ColumnEnd): Draft[] {
  const was = endOf(scene, column)
  const written = writtenIn(scene, column)
  const last = lastRun(written.runs)
  if (!last || was === end) return []
  const where = { plan: scene.plan.id, column }
  const repeat = lastRepeat(scene, written)
  const drafts: Draft[] = repeat ? [{ name: 'repeat.remove', args: { ...where, repeat: repeat.id } }] : []
  const isBlank = last.run.drawing === null
  if (end === 'blank' && !isBlank) {
    const frame = written.runs.frames + 1
    const exposures = [{ drawing: null, frames: 1 }]
    drafts.push({
      name: 'range.paste',
      args: { ...where, at: spotAt(written.runs, frame), frame, exposures, by: 'over' },
    })
  }
  // Linked columns would lose the frames, too.
  const to = end === 'repeat' && written.link === undefined ? 'none' : 'before'
  if (end !== 'blank' && isBlank) drafts.push({ name: 'run.give', args: { ...where, run: refOf(last), to } })
  if (end === 'repeat') {
    const until = isBlank && to === 'none' ? runAt(written.runs, last.start - 1) : last
    const again = { id: newId(), first: refOf(runAt(written.runs, 1)!), times: null, back: false }
    if (until) drafts.push({ name: 'repeat.set', args: { ...where, repeat: { ...again, last: refOf(until) } } })
  }
  return drafts
}

/** Whether there are frames of the shot left after what a column exposes, so that its end is seen. */
export function isOpenEnded(scene: Scene, { id }: Pick<Column, 'id'>): boolean {
  const { runs } = writtenIn(scene, id)
  return runs.count > 0 && runs.frames < scene.shot.length
}

/** In a word. */
export const END_WORDS: Readonly<Record<ColumnEnd, string>> = { hold: 'held', blank: 'blank', repeat: 'repeated' }
