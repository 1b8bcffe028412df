import { shallowRef } from 'vue'
import type { Vec } from '#core/motion'
import type { Stroke } from '#core/stroke'
import { touches } from '#core/stroke'
import { isHeld, nextExposure } from '~/desk/steps'
import { fixOf, newPose } from '~/desk/wishes'
import type { Desk } from '~/stores/desk'
import { newId } from '~/sync/ids'
import type { Wish } from '~/sync/session'

/** The rubber's radius, px of the screen. */
export const RUBBER = 9

/** Drawing strokes and rubbing them out. `pointOf` gives the point of the picture of a pointer event. */
export function usePencilTool(desk: Desk, pointOf: (e: PointerEvent) => Vec) {
  /** Strokes that are drawn and not in the document yet. */
  const wet = shallowRef<Stroke[]>([])
  /** Where the rubber is. */
  const rubber = shallowRef<Vec | null>(null)
  let drawing: { points: number[], pen: boolean } | null = null
  let rubbing: Set<string> | null = null

  const strokeNow = (): Stroke => ({ schema: 1, colour: desk.pencil.colour, width: desk.pencil.width, pressure: drawing!.pen, points: drawing!.points })

  function begin(e: PointerEvent, p: Vec, scale: number): void {
    desk.playing = false
    if (desk.tool === 'rubber') {
      rubbing = new Set()
      rub(p, scale)
      return
    }
    drawing = { points: [p.x, p.y, e.pressure || 0.5], pen: e.pointerType === 'pen' }
    wet.value = [...wet.value, strokeNow()]
  }

  function move(e: PointerEvent, p: Vec, scale: number): void {
    if (rubbing) return rub(p, scale)
    const all = e.getCoalescedEvents?.() ?? []
    for (const each of all.length ? all : [e]) {
      const q = pointOf(each)
      drawing!.points.push(q.x, q.y, each.pressure || 0.5)
    }
    wet.value = [...wet.value.slice(0, -1), strokeNow()]
  }

  function rub(p: Vec, scale: number): void {
    rubber.value = p
    const d = desk.drawing
    if (!d || !rubbing) return
    for (const ref of desk.shot!.stacks[desk.stack!.id]!.drawings[d.id]!.content.strokes) {
      const stroke = desk.session!.strokeBy(ref.hash)
      if (stroke && touches(stroke, p, RUBBER / scale)) rubbing.add(ref.id)
    }
    if (rubbing.size) desk.tryOut({ name: 'stroke.remove', args: { stack: desk.stack!.id, drawing: d.id, strokes: [...rubbing] } }, `Rub out ${rubbing.size} stroke${rubbing.size === 1 ? '' : 's'}`)
    else desk.moves += 1
  }

  async function end(): Promise<void> {
    if (rubbing) {
      rubbing = null
      if (desk.preview) desk.take()
      return
    }
    const stroke = strokeNow()
    drawing = null
    // Where it goes is decided when the pen is lifted, before anything else moves the playhead.
    const { id, made } = target()
    const column = desk.column!.id
    const d = desk.drawing
    const hash = await desk.session!.addStroke(stroke)
    const add: Wish = { name: 'stroke.add', args: { stack: desk.stack!.id, drawing: id, strokes: [{ id: newId(), hash }], ...(d && !made ? fixOf(desk, d) : {}) } }
    desk.run(...(made ? [made] : []), add)
    wet.value = wet.value.slice(1)
    if (desk.drawThrough && desk.column?.id === column) {
      const next = nextExposure(desk)
      if (next) desk.goTo(next.start)
    }
  }

  /** The drawing that a stroke goes on: the shown one, a new one on a blank, and on a held frame what was chosen. */
  function target(): { id: string, made: Wish | null } {
    const d = desk.drawing
    if (d && (desk.onHeld === 'held' || !isHeld(desk))) return { id: d.id, made: null }
    const id = newId()
    return { id, made: newPose(desk, d && desk.onHeld === 'copy' ? { copyOf: d.id } : 'blank', 'playhead', 'key', id) }
  }

  function cancel(): void {
    rubbing = null
    if (drawing) wet.value = wet.value.slice(0, -1)
    drawing = null
  }

  return { wet, rubber, begin, move, end, cancel, busy: () => drawing !== null || rubbing !== null }
}
