import { shallowRef } from 'vue'
import type { Vec } from '#core/motion'
import { asDrawn, rubbed, touches } from '#core/stroke'
import { contentHere } from '~/desk/art'
import type { Desk } from '~/stores/desk'
import type { LightTable } from '~/stores/light-table'
import { newId } from '~/sync/ids'

/** Rubbing out: whole strokes, or what the rubber goes over. */
export function useRubberTool(desk: Desk, table: LightTable) {
  /** Where the rubber is. */
  const rubber = shallowRef<Vec | null>(null)
  /** The way it has gone while it is pressed down. */
  const way = shallowRef<Vec[]>([])
  let touched: Set<string> | null = null
  let radius = 0

  function begin(p: Vec, scale: number): void {
    desk.playing = false
    touched = new Set()
    way.value = []
    move(p, scale)
  }

  function move(p: Vec, scale: number): void {
    rubber.value = p
    const content = contentHere(desk)
    if (!touched || !content) return
    radius = table.rub.size / scale
    const last = way.value.at(-1)
    way.value = [...way.value, p]
    const middle = last ? [{ x: (p.x + last.x) / 2, y: (p.y + last.y) / 2 }, p] : [p]
    for (const ref of content.strokes) {
      const stroke = desk.session!.strokeBy(ref.hash)
      if (stroke && (table.seen?.(ref.part ?? null) ?? true) && middle.some(q => touches(stroke, q, radius, ref))) touched.add(ref.id)
    }
    const d = desk.drawing!
    if (touched.size && !table.rub.parts && d.own) desk.tryOut({ name: 'stroke.remove', args: { stack: desk.stack!.id, drawing: d.id, strokes: [...touched] } }, `Rub out ${touched.size} stroke${touched.size === 1 ? '' : 's'}`)
    else desk.moves += 1
  }

  async function end(): Promise<void> {
    const [ids, gone] = [touched ?? new Set<string>(), way.value]
    touched = null
    if (!table.rub.parts) {
      if (desk.preview) desk.take()
      way.value = []
      return
    }
    const d = desk.drawing
    const [stack, content] = [desk.stack?.id, contentHere(desk)]
    if (d && stack && content) {
      const strokes: Record<string, { id: string, hash: string, part?: string }[]> = {}
      for (const ref of content.strokes.filter(s => ids.has(s.id))) {
        const stroke = desk.session!.strokeBy(ref.hash)!
        const pieces = rubbed(asDrawn(stroke, ref), gone, radius)
        // A flat shape goes as a whole; a line that the rubber's edge only brushed stays.
        if (!pieces && !stroke.fill) continue
        strokes[ref.id] = await Promise.all((pieces ?? []).map(async piece => ({ id: newId(), hash: await desk.session!.addStroke(piece), ...(ref.part ? { part: ref.part } : {}) })))
      }
      if (Object.keys(strokes).length) desk.run({ name: 'stroke.replace', args: { stack, drawing: d.id, strokes } })
    }
    way.value = []
  }

  function cancel(): void {
    touched = null
    way.value = []
  }

  return { rubber, way, begin, move, end, cancel, busy: () => touched !== null }
}
