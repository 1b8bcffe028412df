import type { Exposure, Frames } from '#core/sheet'
import { backOf, bracketsOf, eachRun, exposedOn, exposuresIn, onStepFrame, summary, writtenFrame } from '#core/sheet'
import { isPose } from '#core/pass'
import type { Column, Shot, Stack } from '#core/document'
import { freeNumber, shownColumn } from '#core/document'
import { isTimed, rangeSpots, spotAt } from '#core/commands'
import type { Desk, Selection } from '~/desk/desk'
import { newId } from '~/sync/ids'
import type { Draft } from '~/sync/session'
import { copied } from '~/desk/copies'

/** What was copied from the sheet: for each column, from left to right, its exposures. */
export interface Clip {
  readonly columns: readonly { readonly stack: string; readonly exposures: readonly Exposure[] }[]
  readonly frames: number
}

/** The columns that a change of exposure is for: the selected ones, else the active one. Locked ones, and those that follow another, are left out unless they are all. */
export function selectedColumns(desk: Desk): Column[] {
  const ids = desk.selection?.columns.length ? desk.selection.columns : desk.column ? [desk.column.id] : []
  const all = desk.columns.filter(c => ids.includes(c.id))
  const open = all.filter(isTimed)
  return open.length ? open : all
}

/** The selected passages: one, or each exposure of a drawing that is selected everywhere. */
export function passagesOf(desk: Desk): readonly Frames[] {
  const s = desk.selection
  const all = s?.drawing && s.column === desk.column?.id ? exposedOn(desk.column.runs, s.drawing) : []
  return all.length ? all : [desk.range]
}

/** The ends of a passage in one column, as commands name them. Null in an empty column. */
export function rangeIn(desk: Desk, column: Column, { first, last }: Frames = desk.range) {
  const spots = rangeSpots(column.runs, first, last)
  return spots && { plan: desk.plan!.id, column: column.id, ...spots }
}

/** One draft for each selected passage of each selected column that has something there; the last passage first. */
export const overColumns = (
  desk: Desk,
  make: (column: Column, range: NonNullable<ReturnType<typeof rangeIn>>, frames: Frames) => Draft | null,
): Draft[] =>
  selectedColumns(desk).flatMap(column =>
    [...passagesOf(desk)].reverse().flatMap(frames => {
      const range = rangeIn(desk, column, frames)
      return (range && make(column, range, frames)) ?? []
    }),
  )

/** How many frames repeats have added before a frame that is seen. */
export function shiftAt(desk: Desk, column: string, frame: number): number {
  const written = desk.shot!.plans[desk.plan!.id]!.columns[column]!
  return frame - writtenFrame(bracketsOf(written, desk.shot!.length), frame).frame
}

export const repeat = (desk: Desk, how: { times: number } | { until: number }): Draft[] =>
  overColumns(desk, (_c, range) => ({ name: 'range.repeat', args: { ...range, how } }))

export const reverse = (desk: Desk, copies: boolean): Draft[] =>
  overColumns(desk, (c, range, { first, last }) => ({
    name: 'range.reverse',
    args: { ...range, ...(copies ? { copies: copiesOf(desk, c.stack, exposuresIn(c.runs, first, last)) } : {}) },
  }))

export const back = (desk: Desk, copies: boolean): Draft[] =>
  overColumns(desk, (c, range, { first, last }) => {
    const list = backOf(c.runs, first, last)
    return list.length
      ? { name: 'range.back', args: { ...range, ...(copies ? { copies: copiesOf(desk, c.stack, list) } : {}) } }
      : null
  })

export const spreadEvenly = (desk: Desk): Draft[] =>
  overColumns(desk, (c, range) => ({ name: 'range.spread', args: { ...range, step: c.step } }))

export const takeOut = (desk: Desk, everywhere: boolean): Draft[] => {
  const columns = everywhere ? desk.columns.filter(c => isTimed(c) && !c.background) : selectedColumns(desk)
  // The last passage first: those before it stay where they are.
  return [...passagesOf(desk)].reverse().flatMap(({ first, last }) =>
    withNotes(
      desk,
      everywhere,
      first,
      first - last - 1,
      withoutLinkedTwice(columns).flatMap((column): Draft[] => {
        if (first > column.runs.frames) return []
        const end = Math.min(last, column.runs.frames)
        return [
          {
            name: 'frames.delete',
            args: { plan: desk.plan!.id, column: column.id, ...rangeSpots(column.runs, first, end)! },
          },
        ]
      }),
    ),
  )
}

export const putIn = (desk: Desk, count: number, everywhere: boolean): Draft[] => {
  const columns = everywhere ? desk.columns.filter(c => isTimed(c) && !c.background) : selectedColumns(desk)
  return withNotes(
    desk,
    everywhere,
    desk.range.first,
    count,
    withoutLinkedTwice(columns).flatMap((column): Draft[] => {
      const at = desk.range.first <= column.runs.frames ? spotAt(column.runs, desk.range.first) : null
      return at ? [{ name: 'frames.insert', args: { plan: desk.plan!.id, column: column.id, at, count } }] : []
    }),
  )
}

/** Frames that come or go in all columns take the notes that follow along. */
function withNotes(desk: Desk, everywhere: boolean, from: number, delta: number, drafts: Draft[]): Draft[] {
  const follow = everywhere && drafts.length && Object.values(desk.plan!.notes ?? {}).some(n => n.frame >= from)
  return follow ? [...drafts, { name: 'notes.shift', args: { plan: desk.plan!.id, from, delta } }] : drafts
}

/** One column of each link group: the others follow it. */
function withoutLinkedTwice(columns: readonly Column[]): Column[] {
  const seen = new Set<string>()
  return columns.filter(c => {
    const again = c.link !== undefined && seen.has(c.link)
    if (c.link !== undefined) seen.add(c.link)
    return !again
  })
}

/** Holds the drawing of the first selected frame up to the next pose, or to the end of the shot. */
export const holdTo = (desk: Desk, to: 'next' | 'end'): Draft[] =>
  selectedColumns(desk).flatMap((c): Draft[] => {
    const { first } = desk.range
    const drawings = desk.shot!.stacks[c.stack]!.drawings
    const next = [...eachRun(c.runs)].find(
      ({ run, start }) => start > first && run.drawing !== null && isPose(drawings[run.drawing]),
    )
    const last = to === 'end' ? Math.max(desk.shot!.length, first) : (next?.start ?? desk.shot!.length + 1) - 1
    const spots = last > first ? rangeSpots(c.runs, first, last) : null
    return spots ? [{ name: 'range.hold', args: { plan: desk.plan!.id, column: c.id, ...spots } }] : []
  })

/** Poses of the range brought to the nearest frames that the step of the column allows. */
export function snapToStep(desk: Desk): { drafts: Draft[]; moved: string[] } {
  const moved: string[] = []
  const { first, last } = desk.selection ? desk.range : { first: 1, last: Infinity }
  const drafts = selectedColumns(desk).flatMap((c): Draft[] => {
    const stack = desk.shot!.stacks[c.stack]!
    const starts: Record<string, number> = {}
    let before = 0
    for (const { run, start } of eachRun(c.runs)) {
      const d = run.drawing ? stack.drawings[run.drawing] : undefined
      if (start === 1 || !d || !isPose(d) || run.again) continue
      const wanted = start >= first && start <= last ? Math.max(before + 1, onStepFrame(start, c.step)) : start
      starts[run.id] = wanted - shiftAt(desk, c.id, start)
      before = wanted
      if (wanted !== start) moved.push(`${d.number}: ${start} → ${wanted}`)
    }
    return moved.length ? [{ name: 'runs.start', args: { plan: desk.plan!.id, column: c.id, starts } }] : []
  })
  return { drafts, moved }
}

/** Copies the selected exposures. */
export function copyRange(desk: Desk): Clip {
  const passages = passagesOf(desk)
  const frames = passages.reduce((sum, p) => sum + p.last - p.first + 1, 0)
  return {
    frames,
    columns: selectedColumns(desk).map(c => ({
      stack: c.stack,
      exposures: passages.flatMap(p => exposuresIn(c.runs, p.first, p.last)),
    })),
  }
}

/** Clears what was copied to a blank. */
export const cutRange = (desk: Desk): Draft[] => overColumns(desk, (_c, range) => ({ name: 'range.clear', args: range }))

/**
 * Pastes exposures at the selected frame, from the active column to the right. A drawing of another stack comes as a new copy;
 * with `copies` all do.
 */
export function paste(desk: Desk, clip: Clip, by: 'over' | 'push', copies: boolean): Draft[] {
  const from = Math.max(
    0,
    desk.columns.findIndex(c => c.id === (desk.selection?.columns[0] ?? desk.column?.id)),
  )
  const frame = desk.range.first
  return clip.columns.flatMap((part, i): Draft[] => {
    const column = desk.columns[from + i]
    if (!column || !part.exposures.length) return []
    const foreign = part.stack !== column.stack
    const own = desk.shot!.stacks[column.stack]!
    const made = copies || foreign ? copiesOf(desk, part.stack, part.exposures, own) : undefined
    return [
      {
        name: 'range.paste',
        args: {
          plan: desk.plan!.id,
          column: column.id,
          at: spotAt(column.runs, frame),
          frame,
          exposures: [...part.exposures],
          by,
          ...(made ? { copies: made } : {}),
        },
      },
    ]
  })
}

/**
 * Copies of the drawings that a list exposes, by the drawing each is of, for their own stack or another. An in-between's copy
 * is a breakdown, to be altered. Figures belong to their stack: those that the other does not have stay behind.
 */
function copiesOf(
  desk: Desk,
  stack: string,
  list: readonly Exposure[],
  into: Stack | undefined = desk.shot!.stacks[stack],
) {
  const from = desk.shot!.stacks[stack]
  const taken: string[] = []
  const ids = [...new Set(list.map(x => x.drawing).filter((d): d is string => d !== null && !!from?.drawings[d]))]
  return Object.fromEntries(
    ids.map(of => {
      const d = from!.drawings[of]!
      const number = freeNumber(into!, d.number, taken)
      taken.push(number)
      const content = copied(desk.contents.of(desk.shot!, desk.plan!, from!, of))
      const poses = Object.fromEntries(Object.entries(content.poses).filter(([s]) => into!.subjects[s]))
      return [
        of,
        {
          id: newId(),
          number,
          role: d.role === 'in-between' ? ('breakdown' as const) : d.role,
          content: { ...content, poses },
        },
      ]
    }),
  )
}

/** What several columns expose in a range, before and after: length and drawings, in words. */
export function outcomeOf(desk: Desk, after: Shot): string {
  const columns = selectedColumns(desk)
  const total = (shot: Shot) =>
    columns.map(c => summary(shownColumn(shot.plans[desk.plan!.id]!.columns[c.id]!, shot.length).runs))
  const [a, b] = [total(desk.shot!), total(after)]
  const frames = (list: typeof a) => Math.max(...list.map(x => x.frames))
  const drawings = (list: typeof a) => list.reduce((sum, x) => sum + x.drawings, 0)
  const [fa, fb, da, db] = [frames(a), frames(b), drawings(a), drawings(b)]
  const over = fb - after.length
  const many = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`
  return [
    fa === fb ? `length stays ${many(fb, 'frame')}` : `${fa} → ${many(fb, 'frame')}`,
    da === db
      ? `all ${many(db, 'drawing')} kept`
      : `${da} → ${many(db, 'drawing')}${da > db ? ` (${da - db} no longer exposed)` : ''}`,
    over > 0 ? `${over} beyond the end of the shot` : '',
  ]
    .filter(Boolean)
    .join(', ')
}

/** The selected block taken (or with `copy` shown again) so many frames and columns away. None where it does not fit. */
export function carry(desk: Desk, frames: number, columns: number, by: 'over' | 'push', copy = false): Draft[] {
  const { first, last } = desk.range
  const ids = desk.columns.map(c => c.id)
  const moved = selectedColumns(desk).map(from => ({ from, to: desk.columns[ids.indexOf(from.id) + columns] }))
  const frame = first + frames
  if (
    desk.selection?.drawing ||
    (!frames && !columns) ||
    frame < 1 ||
    moved.some(m => !m.to || !isTimed(m.to) || !isTimed(m.from))
  )
    return []
  const made = moved.flatMap(({ from, to }) => {
    const range = rangeIn(desk, from)
    if (!range || !to) return []
    const list = exposuresIn(from.runs, first, last)
    const copies =
      from.stack === to.stack ? {} : { copies: copiesOf(desk, from.stack, list, desk.shot!.stacks[to.stack]) }
    const { plan: _plan, ...rest } = range
    return [{ ...rest, to: { column: to.id, at: spotAt(to.runs, frame), frame }, list, copies }]
  })
  if (!made.length) return []
  const plan = desk.plan!.id
  if (copy)
    return made.map(({ to, list, copies }): Draft => ({
      name: 'range.paste',
      args: { plan, ...to, exposures: list, by, ...copies },
    }))
  return [
    {
      name: 'range.move',
      args: { plan, by, moves: made.map(({ list: _list, copies, ...m }) => ({ ...m, ...copies })) },
    },
  ]
}

/** The selection after it was carried. */
export function carried(desk: Desk, frames: number, columns: number): Selection {
  const ids = desk.columns.map(c => c.id)
  const at = (id: string) => ids[ids.indexOf(id) + columns]!
  const { first, last } = desk.range
  const selected = desk.selection?.columns ?? [desk.column!.id]
  return {
    column: at(desk.selection?.column ?? desk.column!.id),
    columns: selected.map(at),
    first: first + frames,
    last: last + frames,
  }
}

/** Goes along with what was carried. */
export function selectAt(desk: Desk, to: Selection): void {
  desk.selection = to
  desk.columnId = to.column
  desk.goTo(to.first)
}

/** All exposures of a drawing in the active column, selected. Null where there is none. */
export function everyExposure(desk: Desk, drawing: string): Selection | null {
  const column = desk.column!
  const all = exposedOn(column.runs, drawing)
  return all.length
    ? { column: column.id, columns: [column.id], first: all[0]!.first, last: all.at(-1)!.last, drawing }
    : null
}

/** One drawing replaced by another: in the selected passages, or everywhere in the selected columns. */
export const replace = (desk: Desk, from: string, to: string | null, everywhere: boolean): Draft[] =>
  selectedColumns(desk).flatMap((c): Draft[] =>
    passagesOf(desk)
      .slice(0, everywhere ? 1 : undefined)
      .flatMap((passage): Draft[] => {
        const where = everywhere
          ? exposedOn(c.runs, from)
          : exposuresIn(c.runs, passage.first, passage.last).filter(x => x.drawing === from)
        const range = where.length ? rangeIn(desk, c, passage) : null
        return range ? [{ name: 'range.replace', args: { ...range, from, to, everywhere } }] : []
      }),
  )
