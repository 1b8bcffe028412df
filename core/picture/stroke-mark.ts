import type { Stroke } from '../stroke'
import type { Mark } from './marks'

/** The mark of a stroke whose outline is known. */
export const strokeMark = (
  { colour, strength }: Stroke,
  outline: readonly number[],
  part?: string | null,
): Extract<Mark, { kind: 'stroke' }> => ({
  kind: 'stroke',
  outline,
  colour,
  ...(strength === undefined ? {} : { strength }),
  ...(part ? { part } : {}),
})
