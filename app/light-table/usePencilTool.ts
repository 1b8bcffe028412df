import { shallowRef } from 'vue'
import { toast } from 'vue-sonner'
import type { Vec } from '#core/motion'
import { contentMarks } from '#core/picture'
import type { Stroke } from '#core/stroke'
import { ellipseIn, onEighths, smoothed, straightLine } from '#core/stroke'
import { contentHere } from './art'
import { fillAt } from './fill-shape'
import { roomOf } from '~/picture/lens'
import { strokeOnShared } from '~/figures/subjects'
import { isHeld, nextExposure } from '~/desk/steps'
import { fixOf, newPose } from '~/desk/wishes'
import type { Desk } from '~/desk/desk'
import type { LightTable } from './light-table'
import { newId } from '~/sync/ids'
import type { Draft } from '~/sync/session'

interface Drawn {
  readonly from: Vec
  points: number[]
  readonly pen: boolean
}

/** Drawing: by hand, straight lines, ellipses, and flat shapes. `pointOf` gives the point of the picture of a pointer event. */
export function usePencilTool(desk: Desk, table: LightTable, pointOf: (e: PointerEvent) => Vec) {
  /** Strokes that are drawn and not in the document yet. */
  const wet = shallowRef<Stroke[]>([])
  let drawing: Drawn | null = null

  function strokeNow(d: Drawn): Stroke {
    const { colour, width } = table.pencil
    // As wide as it is seen when the picture is fitted, however it is zoomed now.
    const px = table.asSeen ? width / desk.lens.zoom : width
    return {
      schema: 1,
      colour,
      width: Math.max(0.5, Math.round(px * 100) / 100),
      pressure: d.pen || table.mode !== 'free',
      points: d.points,
    }
  }

  function begin(e: PointerEvent, p: Vec): void {
    desk.playing = false
    if (table.mode === 'fill') return void fill(p)
    drawing = { from: p, points: [p.x, p.y, pressureOf(e)], pen: e.pointerType === 'pen' }
    wet.value = [...wet.value, strokeNow(drawing)]
  }

  function move(e: PointerEvent, p: Vec): void {
    const d = drawing!
    if (table.mode === 'line') d.points = straightLine(d.from, e.shiftKey ? onEighths(d.from, p) : p)
    else if (table.mode === 'ellipse') d.points = ellipseIn(d.from, e.shiftKey ? squareTo(d.from, p) : p)
    else {
      const all = e.getCoalescedEvents?.() ?? []
      for (const each of all.length ? all : [e]) {
        const q = pointOf(each)
        d.points.push(q.x, q.y, pressureOf(each))
      }
    }
    wet.value = [...wet.value.slice(0, -1), strokeNow(d)]
    desk.moves += 1
  }

  async function end(): Promise<void> {
    const d = drawing!
    drawing = null
    const stroke = strokeNow(d)
    const points = table.mode === 'free' ? smoothed(stroke.points, table.pencil.smooth) : stroke.points
    await put({ ...stroke, points }, false)
    wet.value = wet.value.slice(1)
  }

  async function fill(p: Vec): Promise<void> {
    const content = contentHere(desk)
    const shape = fillAt(
      content ? contentMarks(desk.stack!, content, desk.session!.strokeBy, table.seen ?? undefined) : [],
      p,
      roomOf(desk.shown!.picture),
      table.pencil.colour,
    )
    if (typeof shape === 'string') toast(shape)
    else await put(shape, true)
  }

  /** The stroke on the drawing it belongs on. Which one is decided when the pen is lifted, before anything moves the playhead. */
  async function put(stroke: Stroke, under: boolean): Promise<void> {
    const shared = table.part && desk.stack!.subjects[table.part]
    if (shared && shared.kind === 'part' && shared.strokes) {
      const draft = strokeOnShared(desk, shared.id, await desk.session!.addStroke(stroke))
      if (draft) desk.run(draft)
      return
    }
    const { id, made } = target()
    const [column, stack, d, part] = [desk.column!.id, desk.stack!.id, desk.drawing, table.part]
    const hash = await desk.session!.addStroke(stroke)
    const add: Draft = {
      name: 'stroke.add',
      args: {
        stack,
        drawing: id,
        strokes: [{ id: newId(), hash, ...(part ? { part } : {}) }],
        ...(under ? { under } : {}),
        ...(d && !made ? fixOf(desk, d) : {}),
      },
    }
    desk.run(...(made ? [made] : []), add)
    if (desk.drawThrough && desk.column?.id === column) {
      const next = nextExposure(desk)
      if (next) desk.goTo(next.start)
    }
  }

  /** The drawing that a stroke goes on: the shown one, a new one on a blank, and on a held frame what was selected. */
  function target(): { id: string; made: Draft | null } {
    const d = desk.drawing
    if (d && (desk.onHeld === 'held' || !isHeld(desk) || desk.column?.lead !== undefined))
      return { id: d.id, made: null }
    const id = newId()
    return { id, made: newPose(desk, d && desk.onHeld === 'copy' ? { copyOf: d.id } : 'blank', 'playhead', 'key', id) }
  }

  function cancel(): void {
    if (drawing) wet.value = wet.value.slice(0, -1)
    drawing = null
  }

  return { wet, begin, move, end, cancel, busy: () => drawing !== null }
}

const pressureOf = (e: PointerEvent): number => e.pressure || 0.5

/** The corner that makes a square (or a circle) with another one. */
function squareTo(a: Vec, b: Vec): Vec {
  const side = Math.max(Math.abs(b.x - a.x), Math.abs(b.y - a.y))
  return { x: a.x + side * (Math.sign(b.x - a.x) || 1), y: a.y + side * (Math.sign(b.y - a.y) || 1) }
}
