import type { Column, Footage } from '../document'
import type { Rate } from '../time'
import { footageAt } from '../time'
import type { Mark } from './marks'

/** What a picture of footage is called among pictures: the file it is in, and its moment, seconds. */
export const footageKey = (file: string, second: number): string => `${file}@${second.toFixed(5)}`

/** The file and the moment that a name of `footageKey` tells; null for other names. */
export function footageNamed(key: string): { file: string; second: number } | null {
  const at = key.indexOf('@')
  return at < 0 ? null : { file: key.slice(0, at), second: Number(key.slice(at + 1)) }
}

const lists = new WeakMap<Footage, Map<string, readonly Mark[]>>()

/** The display list of a column's footage on a frame; the same list for the same moment. */
export function footageMarks({ footage }: Column, frame: number, rate: Rate): readonly Mark[] {
  const second = footage ? footageAt(footage, frame, rate) : null
  if (!footage || second === null) return []
  const { file, width, height, at } = footage
  const known = lists.get(footage) ?? new Map<string, readonly Mark[]>()
  lists.set(footage, known)
  const key = footageKey(file, second)
  const marks = known.get(key) ?? [{ kind: 'image', file: key, width, height, at }]
  known.set(key, marks)
  return marks
}
