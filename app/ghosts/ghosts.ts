import type { Ghost, GhostBy } from '#core/ghost'
import { ghostsOf } from '#core/ghost'
import { isPose } from '#core/pass'
import type { Column } from '#core/document'
import type { Desk } from '~/desk/desk'

/** How ghosts are seen: the rule for the neighbours, an overall strength, in which columns, in full or as outlines, in what tints. */
export interface GhostSettings {
  by: GhostBy
  before: number[]
  after: number[]
  span: boolean
  overall: number
  columns: 'this' | 'selected' | 'all'
  selected: string[]
  full: boolean
  penOff: boolean
  tints: { before: string; after: string; pinned: string }
}

/** Tints lie on the paper, which is light by night too; the sides differ in their lines as well. */
export const GHOSTS: GhostSettings = {
  by: 'drawing',
  before: [1],
  after: [1],
  span: false,
  overall: 0.85,
  columns: 'this',
  selected: [],
  full: false,
  penOff: false,
  tints: { before: '#a2660f', after: '#14757f', pinned: '#6a3f7d' },
}

/** A ghost with the column it is of. */
export interface ColumnGhost extends Ghost {
  readonly column: Column
}

const columnsOf = (desk: Desk): Column[] => {
  const { columns, selected } = desk.ghostRule
  if (columns === 'this' || !desk.column) return desk.column ? [desk.column] : []
  return desk.columns.filter(
    c => !c.hidden && !c.background && (columns === 'all' || c.id === desk.column!.id || selected.includes(c.id)),
  )
}

/** The ghosts on the frame that is worked on, the farthest first; none while it plays. Pinned ones are seen from every column. */
export function ghostsHere(desk: Desk): ColumnGhost[] {
  if (!desk.ghosts || desk.playing || !desk.shown) return []
  const pair = desk.ghostPair
  const following = columnsOf(desk)
  const pinning = desk.columns.filter(
    c =>
      !c.hidden &&
      !following.includes(c) &&
      desk.pinnedGhosts[c.stack]?.length &&
      desk.columns.find(x => x.stack === c.stack) === c,
  )
  return [
    ...pinning.flatMap(column =>
      pinsOf(desk, column).map(drawing => ({
        drawing,
        side: 'pinned' as const,
        step: 0,
        strength: 1,
        frame: desk.workFrame,
        column,
      })),
    ),
    ...following.flatMap(column => {
      const { drawings } = desk.shown!.stacks[column.stack]!
      if (column.id === desk.column?.id && pair && pair.on === desk.drawing?.id) {
        return [
          { drawing: pair.first, side: 'before' as const },
          { drawing: pair.second, side: 'after' as const },
        ].map(g => ({ ...g, step: 1, strength: 1, frame: desk.workFrame, column }))
      }
      return ghostsOf(column.runs, d => isPose(drawings[d]), desk.workFrame, desk.ghostRule, pinsOf(desk, column))
        .filter(g => drawings[g.drawing])
        .map(g => ({ ...g, column }))
    }),
  ]
}

const pinsOf = (desk: Desk, column: Column): string[] =>
  (desk.pinnedGhosts[column.stack] ?? []).filter(d => desk.shown!.stacks[column.stack]!.drawings[d])

/** Pins the drawing as a ghost of its stack, or takes it off. */
export function pinGhost(desk: Desk, stack: string, drawing: string): void {
  const now = desk.pinnedGhosts[stack] ?? []
  desk.pinnedGhosts = {
    ...desk.pinnedGhosts,
    [stack]: now.includes(drawing) ? now.filter(d => d !== drawing) : [...now, drawing].slice(-6),
  }
}
