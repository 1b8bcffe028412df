import type { Frames } from '#core/sheet'
import type { Selection } from '~/desk/scene'

/** Passages in order; those that touch or overlap are one. */
export function joined(passages: readonly Frames[]): Frames[] {
  const out: Frames[] = []
  for (const p of [...passages].sort((a, b) => a.first - b.first)) {
    const before = out.at(-1)
    if (before && p.first <= before.last + 1)
      out[out.length - 1] = { first: before.first, last: Math.max(before.last, p.last) }
    else out.push({ first: p.first, last: p.last })
  }
  return out
}

/** A frame is in one of some passages. */
export const isIn = (passages: readonly Frames[], frame: number): boolean =>
  passages.some(p => frame >= p.first && frame <= p.last)

/** Passages without a frame; where it lay within one, there are two. */
export const without = (passages: readonly Frames[], frame: number): Frames[] =>
  passages
    .flatMap(p => [
      { first: p.first, last: Math.min(p.last, frame - 1) },
      { first: Math.max(p.first, frame + 1), last: p.last },
    ])
    .filter(p => p.first <= p.last)

/** Frames of one column, in one passage or several. */
export function selectionOf(column: string, passages: readonly Frames[]): Selection {
  const [first, last] = [passages[0]!.first, passages.at(-1)!.last]
  return { column, columns: [column], first, last, ...(passages.length > 1 ? { passages } : {}) }
}
