import { withKey } from '~/desk/shortcuts'
import type { Ref } from 'vue'
import { shallowRef } from 'vue'
import { tell } from '~/ui/messages'
import type { Frames } from '#core/sheet'
import { MAX_FRAMES } from '#core/time'
import type { Desk } from '~/desk/desk'
import { useDesk } from '~/desk/desk'
import { usePlayer } from '~/desk/player'
import { useSheet } from './sheet'
import type { MarginGesture, SheetPlan, SheetPoint } from './sheet-places'
import { columnAt, columnsBetween, cursorOver, frameAt, indexAt, inMargin, onEdge } from './sheet-places'
import { isIn, joined, selectionOf, without } from './passages'
import { useCarry } from './useCarry'
import { useSoundDrag } from './useSoundDrag'
import { SOUND } from './layout'
import { useSounds } from '~/sound/store'

type Gesture =
  | MarginGesture
  | {
      readonly kind: 'select'
      readonly column: string
      readonly anchor: number
      readonly besides?: readonly Frames[]
      readonly off?: true
    }
  | { readonly kind: 'carry' }

type SelectGesture = Extract<Gesture, { kind: 'select' }>

/**
 * What the pointer does on the sheet, scrolled sideways by `scrollX` px. In the margin: scrubbing, the play range along
 * its left edge, the end of the shot by its double line. In the column of notes: writing one over the frames that are
 * dragged over. In that of the sound: moving and trimming sounds, else scrubbing. In the columns: selecting frames, and
 * carrying what is selected by its edge.
 */
export function useSheetGestures(scrollX: Readonly<Ref<number>>) {
  const [desk, sheet, player] = [useDesk(), useSheet(), usePlayer()]
  const gesture = shallowRef<Gesture | null>(null)

  const plan = useSheetPlan(scrollX)
  const carrying = useCarry(plan)
  const selecting = useSelectGesture(plan)
  const ending = useEndGesture()
  const sounding = useSoundDrag()

  function down(p: SheetPoint, e: PointerEvent): void {
    desk.drop()
    const s = plan()
    if (p.x < s.left) gesture.value = downInMargin(s, p)
    else if (!desk.columns[indexAt(s, p.x)]) return
    else if (!e.shiftKey && onEdge(s, p)) {
      gesture.value = { kind: 'carry' }
      carrying.begin(p)
    } else gesture.value = selecting.begin(p, { more: e.shiftKey, besides: e.ctrlKey || e.metaKey })
  }

  function downInMargin(s: SheetPlan, p: SheetPoint): Gesture {
    const begun = inMargin(s, p)
    if (begun.kind === 'sound') sounding.begin(begun.grip, begun.y)
    else if (begun.kind === 'scrub') scrub(desk, frameAt(s, p.y))
    return begun
  }

  function move(p: SheetPoint, e: PointerEvent): void {
    const g = gesture.value
    if (!g) return
    const f = frameAt(plan(), p.y)
    if (g.kind === 'scrub') desk.goTo(f)
    else if (g.kind === 'loop') player.loop = { first: Math.min(g.anchor, f), last: Math.max(g.anchor, f) }
    else if (g.kind === 'end') ending.move(p.y - g.y)
    else if (g.kind === 'sound') sounding.move(p.y, e.altKey)
    else if (g.kind === 'select') selecting.move(g, p)
    else if (g.kind === 'carry') carrying.move(p, e)
  }

  function up(p: SheetPoint): void {
    const g = gesture.value
    gesture.value = null
    if (!g) return
    if (g.kind === 'note') sheet.noting = framesOver(g.anchor, frameAt(plan(), p.y))
    if (g.kind === 'end') ending.end()
    if (g.kind === 'sound') sounding.end()
    if (g.kind === 'loop' && player.loop) tellLoop(player.loop)
    if (g.kind === 'carry') carrying.end()
  }

  function cancel(): void {
    gesture.value = null
    desk.drop()
  }

  const cursorAt = (p: SheetPoint): string => (gesture.value?.kind === 'carry' ? 'grabbing' : cursorOver(plan(), p))

  return { gesture, down, move, up, cancel, cursorAt, columnAt: (x: number) => columnAt(plan(), x) }
}

function scrub(desk: Desk, frame: number): void {
  desk.playing = false
  desk.goTo(frame)
}
const framesOver = (a: number, b: number) => ({ frame: Math.min(a, b), frames: Math.abs(b - a) + 1 })

/** How the sheet lies under the pointer now. */
function useSheetPlan(scrollX: Readonly<Ref<number>>): () => SheetPlan {
  const [desk, sheet, sounds] = [useDesk(), useSheet(), useSounds()]
  return () => ({
    sound:
      sheet.soundLeft === null
        ? null
        : { left: sheet.soundLeft, width: SOUND, laid: sounds.laid, rate: desk.shown!.rate },
    columns: desk.columns.map(c => c.id),
    rows: sheet.rows,
    left: sheet.left,
    column: sheet.column,
    scrollX: scrollX.value,
    frames: desk.rows,
    length: desk.shot!.length,
    selection: desk.selection,
  })
}

/**
 * Selecting frames by dragging over them; with `more` from where the selection, or the playhead, is; with `besides` those
 * that are selected, or the one under the playhead, stay selected, too.
 */
function useSelectGesture(plan: () => SheetPlan) {
  const desk = useDesk()

  function begin(p: SheetPoint, { more, besides }: { more: boolean; besides: boolean }): SelectGesture {
    const s = plan()
    const f = frameAt(s, p.y)
    const column = s.columns[indexAt(s, p.x)]!
    const now = desk.selection
    if (besides && column === desk.column?.id && !now?.drawing) {
      const kept = now?.passages ?? [now ?? { first: desk.frame, last: desk.frame }]
      const off = now && isIn(kept, f)
      return off ? letGo(column, kept, f) : choose({ kind: 'select', column, anchor: f, besides: kept }, f)
    }
    if (!more || !desk.column) {
      desk.selection = null
      desk.columnId = column
      desk.goTo(f)
      return { kind: 'select', column, anchor: f }
    }
    const from = now?.column ?? desk.column.id
    const anchor = now ? (f > now.first ? now.first : now.last) : desk.frame
    desk.selection = {
      column: from,
      columns: columnsBetween(s, from, column),
      first: Math.min(anchor, f),
      last: Math.max(anchor, f),
    }
    desk.goTo(f)
    return { kind: 'select', column: from, anchor }
  }

  /** A selected frame is let go; the rest stays selected. */
  function letGo(column: string, kept: readonly Frames[], f: number): SelectGesture {
    const besides = without(kept, f)
    desk.selection = besides.length ? selectionOf(column, besides) : null
    return { kind: 'select', column, anchor: f, besides, off: true }
  }

  /** These frames besides those that were selected. */
  function choose(g: SelectGesture, f: number): SelectGesture {
    const here = { first: Math.min(g.anchor, f), last: Math.max(g.anchor, f) }
    desk.selection = selectionOf(g.column, joined([...(g.besides ?? []), here]))
    desk.goTo(f)
    return g
  }

  function move(g: SelectGesture, p: SheetPoint): void {
    const { column, anchor } = g
    const s = plan()
    const f = frameAt(s, p.y)
    if (g.besides && !(g.off && f === anchor)) choose(g, f)
    if (g.besides) return
    const columns = columnsBetween(s, column, columnAt(s, p.x) ?? column)
    if (f !== anchor || columns.length > 1 || desk.selection)
      desk.selection = { column, columns, first: Math.min(anchor, f), last: Math.max(anchor, f) }
    desk.goTo(f)
  }

  return { begin, move }
}

/** Dragging the end of the shot. */
function useEndGesture() {
  const [desk, sheet] = [useDesk(), useSheet()]
  let moved = false

  function move(dy: number): void {
    const { length: now } = desk.shot!
    const length = Math.max(1, Math.min(MAX_FRAMES, now + Math.round(dy / sheet.rowHeight)))
    moved = length !== now
    if (!moved) return desk.drop()
    const kept = length < now ? '; what is exposed beyond is kept' : ''
    desk.tryOut({ name: 'shot.set', args: { length } }, `The shot ends after frame ${length}${kept}.`)
  }

  function end(): void {
    if (moved) desk.take()
    moved = false
  }

  return { move, end }
}

function tellLoop({ first, last }: { first: number; last: number }): void {
  tell(`Plays frames ${first} to ${last}. ${withKey('Loop', 'loop')} plays the whole shot again.`)
}
