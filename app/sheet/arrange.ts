import { plural } from '#core/basic'
import type { Exposure, Frames } from '#core/sheet'
import { backOf, bracketsOf, eachRun, exposedOn, exposuresIn, onStepFrame, summary, writtenFrame } from '#core/sheet'
import { isPose } from '#core/pass'
import type { Column, Shot, Stack } from '#core/document'
import { shownColumn } from '#core/document'
import { isTimed, rangeSpots, spotAt } from '#core/commands'
import type { Focus, Scene, Selection } from '~/desk/scene'
import { landingOf, rangeOf } from '~/desk/scene'
import type { Draft } from '#core/commands'
import { copiesOf, keepStrokes, withCopies } from './copies'

/** What was copied from the sheet: for each column, from left to right, its exposures; and the shot as it was then. */
export interface Clip {
  readonly scene: Scene
  readonly columns: readonly { readonly stack: string; readonly exposures: readonly Exposure[] }[]
  readonly frames: number
}

/**
 * The columns that a change of exposure is for: the selected ones, else the active one. Locked ones, and those that
 * follow another, are left out unless they are all.
 */
export function selectedColumns(scene: Scene, focus: Focus): Column[] {
  const ids = focus.selection?.columns.length ? focus.selection.columns : focus.column ? [focus.column.id] : []
  const all = scene.columns.filter(c => ids.includes(c.id))
  const open = all.filter(isTimed)
  return open.length ? open : all
}

/** The selected passages: one or several, or each exposure of a drawing that is selected everywhere. */
export function passagesOf(focus: Focus): readonly Frames[] {
  const s = focus.selection
  if (s?.passages && s.column === focus.column?.id) return s.passages
  const all = s?.drawing && s.column === focus.column?.id ? exposedOn(focus.column.runs, s.drawing) : []
  return all.length ? all : [rangeOf(focus)]
}

/** The same for what lands on frames or is taken from them: without a selection the frame under the playhead. */
const landingsOf = (focus: Focus): readonly Frames[] =>
  focus.selection?.drawing || focus.selection?.passages ? passagesOf(focus) : [landingOf(focus)]

/** The ends of a passage in one column, as commands name them. Null in an empty column. */
export function rangeIn(scene: Scene, focus: Focus, column: Column, { first, last }: Frames = rangeOf(focus)) {
  const spots = rangeSpots(column.runs, first, last)
  return spots && { plan: scene.plan.id, column: column.id, ...spots }
}

/** One draft for each passage of each selected column that has something there; the last passage first. */
export const overColumns = (
  scene: Scene,
  focus: Focus,
  make: (column: Column, range: NonNullable<ReturnType<typeof rangeIn>>, frames: Frames) => Draft | null,
  passages: readonly Frames[] = passagesOf(focus),
): Draft[] =>
  selectedColumns(scene, focus).flatMap(column =>
    [...passages].reverse().flatMap(frames => {
      const range = rangeIn(scene, focus, column, frames)
      return (range && make(column, range, frames)) ?? []
    }),
  )

/** How many frames repeats have added before a frame that is seen. */
export function shiftAt(scene: Scene, column: string, frame: number): number {
  const written = scene.shot.plans[scene.plan.id]!.columns[column]!
  return frame - writtenFrame(bracketsOf(written, scene.shot.length), frame).frame
}

export const repeat = (scene: Scene, focus: Focus, how: { times: number } | { until: number }): Draft[] =>
  overColumns(scene, focus, (_c, range) => ({ name: 'range.repeat', args: { ...range, how } }))

/** With the same drawings, or with copies of them to be altered. */
export interface Copying {
  readonly copies?: boolean
}

/** Copies in the same stack: all figures are there. */
const ownCopies = (scene: Scene, { stack }: Column, list: readonly Exposure[]) => {
  const { copies } = copiesOf(scene, stack, list)
  return { copies }
}

export const reverse = (scene: Scene, focus: Focus, { copies }: Copying = {}): Draft[] =>
  overColumns(scene, focus, (c, range, { first, last }) => ({
    name: 'range.reverse',
    args: { ...range, ...(copies ? ownCopies(scene, c, exposuresIn(c.runs, first, last)) : {}) },
  }))

export const back = (scene: Scene, focus: Focus, { copies }: Copying = {}): Draft[] =>
  overColumns(scene, focus, (c, range, { first, last }) => {
    const list = backOf(c.runs, first, last)
    return list.length ? { name: 'range.back', args: { ...range, ...(copies ? ownCopies(scene, c, list) : {}) } } : null
  })

export const spreadEvenly = (scene: Scene, focus: Focus): Draft[] =>
  overColumns(scene, focus, (c, range) => ({ name: 'range.spread', args: { ...range, step: c.step } }))

/** In the selected columns, or in all that can be timed. */
export type InColumns = 'selected' | 'all'

const columnsFor = (scene: Scene, focus: Focus, where: InColumns): Column[] =>
  where === 'all' ? scene.columns.filter(c => isTimed(c) && !c.background) : selectedColumns(scene, focus)

export const takeOut = (scene: Scene, focus: Focus, where: InColumns): Draft[] => {
  const columns = columnsFor(scene, focus, where)
  // The last passage first: those before it stay where they are.
  return [...landingsOf(focus)].reverse().flatMap(({ first, last }) =>
    withNotes(
      scene,
      where,
      { from: first, delta: first - last - 1 },
      withoutLinkedTwice(columns).flatMap((column): Draft[] => {
        if (first > column.runs.frames) return []
        const end = Math.min(last, column.runs.frames)
        return [
          {
            name: 'frames.delete',
            args: { plan: scene.plan.id, column: column.id, ...rangeSpots(column.runs, first, end)! },
          },
        ]
      }),
    ),
  )
}

export const putIn = (scene: Scene, focus: Focus, count: number, where: InColumns): Draft[] => {
  const { first } = landingOf(focus)
  return withNotes(
    scene,
    where,
    { from: first, delta: count },
    withoutLinkedTwice(columnsFor(scene, focus, where)).flatMap((column): Draft[] => {
      const at = first <= column.runs.frames ? spotAt(column.runs, first) : null
      return at ? [{ name: 'frames.insert', args: { plan: scene.plan.id, column: column.id, at, count } }] : []
    }),
  )
}

/** Frames that come or go in all columns take the notes that follow along. */
function withNotes(scene: Scene, where: InColumns, shift: { from: number; delta: number }, drafts: Draft[]): Draft[] {
  const follow =
    where === 'all' && drafts.length && Object.values(scene.plan.notes ?? {}).some(n => n.frame >= shift.from)
  return follow ? [...drafts, { name: 'notes.shift', args: { plan: scene.plan.id, ...shift } }] : drafts
}

/** One column of each link group: the others follow it. */
export function withoutLinkedTwice(columns: readonly Column[]): Column[] {
  const seen = new Set<string>()
  return columns.filter(c => {
    const again = c.link !== undefined && seen.has(c.link)
    if (c.link !== undefined) seen.add(c.link)
    return !again
  })
}

/** Holds the drawing of the first selected frame up to the next pose, or to the end of the shot. */
export const holdTo = (scene: Scene, focus: Focus, to: 'next' | 'end'): Draft[] =>
  selectedColumns(scene, focus).flatMap((c): Draft[] => {
    const { first } = rangeOf(focus)
    const drawings = scene.shot.stacks[c.stack]!.drawings
    const next = [...eachRun(c.runs)].find(
      ({ run, start }) => start > first && run.drawing !== null && isPose(drawings[run.drawing]),
    )
    const last = to === 'end' ? Math.max(scene.shot.length, first) : (next?.start ?? scene.shot.length + 1) - 1
    const spots = last > first ? rangeSpots(c.runs, first, last) : null
    return spots ? [{ name: 'range.hold', args: { plan: scene.plan.id, column: c.id, ...spots } }] : []
  })

/** Poses of the range brought to the nearest frames that the step of the column allows. */
export function snapToStep(scene: Scene, focus: Focus): { drafts: Draft[]; moved: string[] } {
  const moved: string[] = []
  const { first, last } = focus.selection ? rangeOf(focus) : { first: 1, last: Infinity }
  const drafts = selectedColumns(scene, focus).flatMap((c): Draft[] => {
    const stack = scene.shot.stacks[c.stack]!
    const starts: Record<string, number> = {}
    let before = 0
    for (const { run, start } of eachRun(c.runs)) {
      const d = run.drawing ? stack.drawings[run.drawing] : undefined
      if (start === 1 || !d || !isPose(d) || run.again) continue
      const wanted = start >= first && start <= last ? Math.max(before + 1, onStepFrame(start, c.step)) : start
      starts[run.id] = wanted - shiftAt(scene, c.id, start)
      before = wanted
      if (wanted !== start) moved.push(`${d.number}: ${start} → ${wanted}`)
    }
    return moved.length ? [{ name: 'runs.start', args: { plan: scene.plan.id, column: c.id, starts } }] : []
  })
  return { drafts, moved }
}

/** Copies the selected exposures. */
export function copyRange(scene: Scene, focus: Focus): Clip {
  const passages = landingsOf(focus)
  const frames = passages.reduce((sum, p) => sum + p.last - p.first + 1, 0)
  return {
    scene,
    frames,
    columns: selectedColumns(scene, focus).map(c => ({
      stack: c.stack,
      exposures: passages.flatMap(p => exposuresIn(c.runs, p.first, p.last)),
    })),
  }
}

/** Blanks the selected frames, or the one under the playhead. */
export const blank = (scene: Scene, focus: Focus): Draft[] =>
  overColumns(scene, focus, (_c, range) => ({ name: 'range.clear', args: range }), landingsOf(focus))

/**
 * Pastes exposures at the selected frame, from the active column to the right. A drawing of another stack, or of another
 * shot, comes as a new copy, and with it the figures and parts on it that are not there; with `copies` all do.
 */
export function paste(
  scene: Scene,
  focus: Focus,
  clip: Clip,
  { by, copies }: { by: 'over' | 'push' } & Copying,
): Draft[] {
  const from = Math.max(
    0,
    scene.columns.findIndex(c => c.id === (focus.selection?.columns[0] ?? focus.column?.id)),
  )
  const frame = landingOf(focus).first
  const elsewhere = clip.scene.shot.id !== scene.shot.id
  // What is made of another shot is kept with this one.
  const source = elsewhere ? { ...clip.scene, keeper: scene.keeper } : scene
  /** Stacks with what came into them from columns before: two columns may expose one stack. */
  const stacks = new Map<string, Stack>()
  return clip.columns.flatMap((part, i): Draft[] => {
    const column = scene.columns[from + i]
    if (!column || !part.exposures.length) return []
    const foreign = elsewhere || part.stack !== column.stack
    const own = stacks.get(column.stack) ?? scene.shot.stacks[column.stack]!
    const made = copies || foreign ? copiesOf(source, part.stack, part.exposures, own) : undefined
    if (made) stacks.set(column.stack, withCopies(own, made))
    if (elsewhere) keepStrokes(source, made!)
    return [
      ...(made?.subjects ?? []),
      {
        name: 'range.paste',
        args: {
          plan: scene.plan.id,
          column: column.id,
          at: spotAt(column.runs, frame),
          frame,
          exposures: [...part.exposures],
          by,
          ...(made ? { copies: made.copies } : {}),
        },
      },
    ]
  })
}

/** What several columns expose in a range, before and after: length and drawings, in words. */
export function outcomeOf(scene: Scene, focus: Focus, after: Shot): string {
  const columns = selectedColumns(scene, focus)
  const total = (shot: Shot) =>
    columns.map(c => summary(shownColumn(shot.plans[scene.plan.id]!.columns[c.id]!, shot.length).runs))
  const [a, b] = [total(scene.shot), total(after)]
  const frames = (list: typeof a) => Math.max(...list.map(x => x.frames))
  const drawings = (list: typeof a) => list.reduce((sum, x) => sum + x.drawings, 0)
  const [fa, fb, da, db] = [frames(a), frames(b), drawings(a), drawings(b)]
  const over = fb - after.length
  return [
    fa === fb ? `length stays ${plural(fb, 'frame')}` : `${fa} → ${plural(fb, 'frame')}`,
    da === db
      ? `all ${plural(db, 'drawing')} kept`
      : `${da} → ${plural(db, 'drawing')}${da > db ? ` (${da - db} no longer exposed)` : ''}`,
    over > 0 ? `${over} beyond the end of the shot` : '',
  ]
    .filter(Boolean)
    .join(', ')
}

/** So many frames later and columns to the right. */
export interface Way {
  readonly frames: number
  readonly columns: number
}

/** Carrying: where to, over what is there or between, and whether it stays where it was, too. */
export interface Carrying extends Way {
  readonly by: 'over' | 'push'
  readonly copy?: boolean
}

/**
 * The selected block taken (or with `copy` shown again) so many frames and columns away. None where it does not fit.
 */
export function carry(scene: Scene, focus: Focus, { frames, columns, by, copy }: Carrying): Draft[] {
  const { first, last } = rangeOf(focus)
  const ids = scene.columns.map(c => c.id)
  const moved = selectedColumns(scene, focus).map(from => ({ from, to: scene.columns[ids.indexOf(from.id) + columns] }))
  const frame = first + frames
  if (
    focus.selection?.drawing ||
    focus.selection?.passages ||
    (!frames && !columns) ||
    frame < 1 ||
    moved.some(m => !m.to || !isTimed(m.to) || !isTimed(m.from))
  )
    return []
  const made = moved.flatMap(({ from, to }) => {
    const range = rangeIn(scene, focus, from)
    if (!range || !to) return []
    const list = exposuresIn(from.runs, first, last)
    const alien = from.stack === to.stack ? null : copiesOf(scene, from.stack, list, scene.shot.stacks[to.stack]!)
    const { plan: _plan, ...rest } = range
    const { copies, subjects = [] } = alien ?? {}
    return [
      {
        ...{ ...rest, to: { column: to.id, at: spotAt(to.runs, frame), frame }, list, subjects },
        copies: copies ? { copies } : {},
      },
    ]
  })
  if (!made.length) return []
  const plan = scene.plan.id
  const subjects = made.flatMap(m => m.subjects)
  if (copy)
    return [
      ...subjects,
      ...made.map(({ to, list, copies }): Draft => ({
        name: 'range.paste',
        args: { plan, ...to, exposures: list, by, ...copies },
      })),
    ]
  return [
    ...subjects,
    {
      name: 'range.move',
      args: {
        ...{ plan, by },
        moves: made.map(({ list: _list, subjects: _subjects, copies, ...m }) => ({ ...m, ...copies })),
      },
    },
  ]
}

/** The selection after it was carried. */
export function carried(scene: Scene, focus: Focus, { frames, columns }: Way): Selection {
  const ids = scene.columns.map(c => c.id)
  const at = (id: string) => ids[ids.indexOf(id) + columns]!
  const { first, last } = rangeOf(focus)
  const selected = focus.selection?.columns ?? [focus.column!.id]
  return {
    column: at(focus.selection?.column ?? focus.column!.id),
    columns: selected.map(at),
    first: first + frames,
    last: last + frames,
  }
}

/** All exposures of a drawing in the active column, selected. Null where there is none. */
export function everyExposure(focus: Focus, drawing: string): Selection | null {
  const column = focus.column!
  const all = exposedOn(column.runs, drawing)
  return all.length
    ? { column: column.id, columns: [column.id], first: all[0]!.first, last: all.at(-1)!.last, drawing }
    : null
}

/** One drawing replaced by another: in the selected passages, or wherever it is exposed in the selected columns. */
export const replace = (
  scene: Scene,
  focus: Focus,
  { from, to, everywhere }: { from: string; to: string | null; everywhere: boolean },
): Draft[] =>
  selectedColumns(scene, focus).flatMap((c): Draft[] =>
    passagesOf(focus)
      .slice(0, everywhere ? 1 : undefined)
      .flatMap((passage): Draft[] => {
        const where = everywhere
          ? exposedOn(c.runs, from)
          : exposuresIn(c.runs, passage.first, passage.last).filter(x => x.drawing === from)
        const range = where.length ? rangeIn(scene, focus, c, passage) : null
        return range ? [{ name: 'range.replace', args: { ...range, from, to, everywhere } }] : []
      }),
  )
