import type { ProductionInList } from '#core/document'

type Productions = readonly ProductionInList[]

/** A line of the list as it is scrolled: the head of a production, or the shots that stand side by side. */
export type Line =
  | { readonly kind: 'head'; readonly home: number; readonly at: number }
  /** `first` is the place of its first shot among all that were found. */
  | { readonly kind: 'shots'; readonly home: number; readonly first: number; readonly many: number }

/** How large things are, in px. */
export interface Sizes {
  /** Shots side by side. */
  readonly across: number
  readonly head: number
  readonly shot: number
}
const HEAD = 54
const ROW = 46
const CARD = { least: 220, gap: 20, text: 76 }

/** How many cards stand side by side in a width, and how high each is: its picture is 16 : 9. */
export function sizesOf(as: 'cards' | 'rows', width: number): Sizes {
  if (as === 'rows') return { across: 1, head: HEAD, shot: ROW }
  const across = Math.max(1, Math.floor((width + CARD.gap) / (CARD.least + CARD.gap)))
  const one = Math.max(0, width - (across - 1) * CARD.gap) / across
  return { across, head: HEAD, shot: Math.round((one * 9) / 16) + CARD.text + CARD.gap }
}
export const CARD_GAP = CARD.gap

/** All lines of the list. Folded productions have their head only. */
export function linesOf(productions: Productions, folded: (id: string) => boolean, across: number): Line[] {
  const lines: Line[] = []
  for (const [home, { id, from, count }] of productions.entries()) {
    lines.push({ kind: 'head', home, at: from })
    if (folded(id)) continue
    for (let at = 0; at < count; at += across)
      lines.push({ kind: 'shots', home, first: from + at, many: Math.min(across, count - at) })
  }
  return lines
}

/** The pages, by their first places, that hold the shots of some places. */
export const pagesOf = (places: readonly number[], page: number): number[] => [
  ...new Set(places.map(p => Math.floor(p / page) * page)),
]

/** The line in which the shot of a place is; −1 where it is folded away. */
export const lineOf = (lines: readonly Line[], place: number): number =>
  lines.findIndex(l => l.kind === 'shots' && l.first <= place && place < l.first + l.many)

/** The place of the next shot that is seen, some lines on (or shots, where `by` is one); the same where there is none. */
export function placeBeside(lines: readonly Line[], place: number, way: 'left' | 'right' | 'up' | 'down'): number {
  const seen = lines.filter(l => l.kind === 'shots')
  const at = lineOf(seen, place)
  const line = seen[at]
  if (line?.kind !== 'shots') return place
  const along = place - line.first
  const [step, to] =
    way === 'left' || way === 'right' ? [way === 'left' ? -1 : 1, null] : [way === 'up' ? -1 : 1, along]
  if (to === null && along + step >= 0 && along + step < line.many) return place + step
  const next = seen[at + step]
  if (next?.kind !== 'shots') return place
  if (to === null) return step < 0 ? next.first + next.many - 1 : next.first
  return next.first + Math.min(to, next.many - 1)
}
