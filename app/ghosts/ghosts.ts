import type { Ghost, GhostBy } from '#core/ghost'
import { ghostsOf } from '#core/ghost'
import { closedColumn, isPose, seenFrame } from '#core/pass'
import type { Column, Stack } from '#core/document'
import { subjectsOf } from '#core/document'
import type { Mark } from '#core/picture'
import type { Focus, Scene } from '~/desk/scene'

/**
 * How ghosts are seen: the rule for the neighbours, an overall strength, in which columns, in full or as outlines, in
 * what tints.
 */
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
  /** They stand before the drawing, not behind it. */
  front: boolean
  /** Far limbs and named parts have tints of their own, not those of before and after. */
  parts: boolean
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
  front: false,
  parts: false,
  tints: { before: '#a2660f', after: '#14757f', pinned: '#6a3f7d' },
}

/** Tints of far limbs, and of named parts in the order of their column, over and over. */
const FAR = '#a8324f'
const PARTS = ['#8a5a10', '#1f6b8a', '#7a2f6b', '#3f6b1f', '#a3402c', '#44489a'] as const

/** The tint that a mark of a ghost has of its own; undefined where it has that of its side. */
export function ownTint(stack: Stack): (m: Mark) => string | undefined {
  const order = subjectsOf(stack).map(s => s.id)
  return m => {
    if (m.kind === 'stroke') return m.part ? PARTS[Math.max(0, order.indexOf(m.part)) % PARTS.length] : undefined
    return (m.kind === 'line' || m.kind === 'ellipse') && m.ink === 'far' ? FAR : undefined
  }
}

/** A ghost with the column it is of. */
export interface ColumnGhost extends Ghost {
  readonly column: Column
}

/** The two drawings that an in-between is drawn between, while the playhead is on it. */
export interface GhostPair {
  readonly on: string
  readonly first: string
  readonly second: string
}

/**
 * What decides which ghosts are seen: the settings, the pinned drawings by stack, and a pair that stands for the
 * neighbours.
 */
export interface GhostChoice {
  readonly rule: GhostSettings
  readonly pinned: Readonly<Record<string, readonly string[]>>
  readonly pair: GhostPair | null
  /** Neighbours of the active column that are seen whatever the rule says. */
  readonly also?: readonly (Pick<Ghost, 'drawing' | 'frame'> & { readonly side: 'before' | 'after' })[]
}

/** Settings as they are called now: browsers may remember older words. */
export function settingsOf(remembered: GhostSettings): GhostSettings {
  const { chosen, ...rest } = remembered as GhostSettings & { chosen?: string[] }
  const [by, columns] = [rest.by as string, rest.columns as string]
  return {
    ...rest,
    by: by === 'core' ? 'pose' : rest.by,
    columns: columns === 'chosen' ? 'selected' : rest.columns,
    selected: chosen?.length ? chosen : rest.selected,
  }
}

/** The columns whose ghosts follow the playhead. */
function followingColumns({ columns }: Scene, { column }: Focus, rule: GhostSettings): readonly Column[] {
  if (!column) return []
  if (rule.columns === 'this') return [column]
  return columns.filter(
    c => !c.hidden && !c.background && (rule.columns === 'all' || c.id === column.id || rule.selected.includes(c.id)),
  )
}

/** The ghosts on the frame that is worked on, the farthest first. Pinned ones are seen from every column. */
export function ghostsHere(scene: Scene, focus: Focus, choice: GhostChoice): ColumnGhost[] {
  const following = followingColumns(scene, focus, choice.rule)
  const pinning = scene.columns.filter(
    c =>
      !c.hidden &&
      !following.includes(c) &&
      choice.pinned[c.stack]?.length &&
      scene.columns.find(x => x.stack === c.stack) === c,
  )
  const alone = { frame: focus.workFrame, strength: 1 }
  return [
    ...pinning.flatMap(column =>
      pinnedIn(scene, column, choice).map(drawing => ({
        ...alone,
        drawing,
        side: 'pinned' as const,
        rank: 0,
        column,
      })),
    ),
    ...following.flatMap(column => ghostsIn(scene, focus, column, choice)),
  ]
}

function ghostsIn(scene: Scene, focus: Focus, column: Column, choice: GhostChoice): ColumnGhost[] {
  const { pair, rule } = choice
  const { drawings } = scene.shot.stacks[column.stack]!
  const frame = focus.workFrame
  if (column.id === focus.column?.id && pair && pair.on === focus.drawing?.id)
    return [
      { drawing: pair.first, side: 'before', rank: 1, strength: 1, frame, column },
      { drawing: pair.second, side: 'after', rank: 1, strength: 1, frame, column },
    ]
  // A cycle goes on from its last drawing to its first.
  const closed = closedColumn(scene, column)
  const pinned = pinnedIn(scene, column, choice)
  const found = ghostsOf(closed.runs, d => isPose(drawings[d]), frame + closed.shift, rule, pinned).map(g => ({
    ...g,
    frame: seenFrame(closed, column, g.frame, frame),
  }))
  const also = column.id === focus.column?.id ? (choice.also ?? []) : []
  return [
    ...also.filter(g => !found.some(x => x.drawing === g.drawing)).map(g => ({ ...g, rank: 1, strength: 1, column })),
    ...found.map(g => ({ ...g, column })),
  ].filter(g => drawings[g.drawing])
}

const pinnedIn = (scene: Scene, column: Column, { pinned }: GhostChoice): string[] =>
  (pinned[column.stack] ?? []).filter(d => scene.shot.stacks[column.stack]!.drawings[d])
