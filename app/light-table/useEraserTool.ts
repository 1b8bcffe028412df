import { shallowRef } from 'vue'
import type { Vec } from '#core/motion'
import { after, inverseOf, SAME } from '#core/motion'
import { placingOf } from '#core/picture'
import type { StrokeRef } from '#core/document'
import type { Placing } from '#core/stroke'
import { asDrawn, erased, touches } from '#core/stroke'
import { contentHere } from './art'
import type { Desk } from '~/desk/desk'
import type { LightTable } from './light-table'
import { newId } from '~/sync/ids'
import type { Draft } from '~/sync/session'

/** Erasing out: whole strokes, or what the eraser goes over. */
export function useEraserTool(desk: Desk, table: LightTable) {
  /** Where the eraser is. */
  const eraser = shallowRef<Vec | null>(null)
  /** The way it has gone while it is pressed down. */
  const way = shallowRef<Vec[]>([])
  let touched: Set<string> | null = null
  let radius = 0

  /** The part that is worked on, where it is drawn once: the eraser then works on the part itself. */
  const sharedHere = () => {
    const part = table.part ? desk.stack?.subjects[table.part] : undefined
    const pose = part && contentHere(desk)?.poses[part.id]
    return part?.kind === 'part' && part.strokes && pose
      ? { part, strokes: part.strokes, at: placingOf(part.figure, pose) }
      : null
  }

  /** The strokes that can be erased out, and where they lie. */
  function underEraser(): { ref: StrokeRef; placing: Placing }[] {
    const shared = sharedHere()
    if (shared) return shared.strokes.map(ref => ({ ref, placing: { ...ref, at: after(shared.at, ref.at ?? SAME) } }))
    return (contentHere(desk)?.strokes ?? [])
      .filter(s => table.seen?.(s.part ?? null) ?? true)
      .map(ref => ({ ref, placing: ref }))
  }

  /** What the eraser does on its way to the strokes that it touched. */
  async function draftsFor(ids: ReadonlySet<string>, gone: readonly Vec[]): Promise<Draft[]> {
    const [stack, drawing, shared] = [desk.stack!.id, desk.drawing!.id, sharedHere()]
    const strokes: Record<string, StrokeRef[]> = {}
    for (const { ref, placing } of underEraser().filter(x => ids.has(x.ref.id))) {
      const stroke = desk.session!.strokeBy(ref.hash)!
      const pieces = table.eraser.parts ? erased(asDrawn(stroke, placing), gone, radius) : []
      // A flat shape goes as a whole; a line that the eraser's edge only brushed stays.
      if (!pieces && !stroke.fill) continue
      strokes[ref.id] = await Promise.all(
        (pieces ?? []).map(async piece => ({
          id: newId(),
          hash: await desk.session!.addStroke(piece),
          ...(ref.part ? { part: ref.part } : {}),
          ...(shared ? { at: inverseOf(shared.at) } : {}),
        })),
      )
    }
    if (!Object.keys(strokes).length) return []
    if (shared)
      return [
        {
          name: 'subject.set',
          args: { stack, subject: shared.part.id, strokes: shared.strokes.flatMap(s => strokes[s.id] ?? [s]) },
        },
      ]
    return [{ name: 'stroke.replace', args: { stack, drawing, strokes } }]
  }

  function begin(p: Vec, scale: number): void {
    desk.playing = false
    touched = new Set()
    way.value = []
    move(p, scale)
  }

  function move(p: Vec, scale: number): void {
    eraser.value = p
    if (!touched || !desk.drawing) return
    radius = table.eraser.size / scale
    const last = way.value.at(-1)
    way.value = [...way.value, p]
    const middle = last ? [{ x: (p.x + last.x) / 2, y: (p.y + last.y) / 2 }, p] : [p]
    for (const { ref, placing } of underEraser()) {
      const stroke = desk.session!.strokeBy(ref.hash)
      if (stroke && middle.some(q => touches(stroke, q, radius, placing))) touched.add(ref.id)
    }
    const d = desk.drawing!
    if (touched.size && !table.eraser.parts && d.own && !sharedHere())
      desk.tryOut(
        { name: 'stroke.remove', args: { stack: desk.stack!.id, drawing: d.id, strokes: [...touched] } },
        `Rub out ${touched.size} stroke${touched.size === 1 ? '' : 's'}`,
      )
    else desk.moves += 1
  }

  async function end(): Promise<void> {
    const [ids, gone] = [touched ?? new Set<string>(), way.value]
    touched = null
    if (desk.preview) desk.take()
    else if (ids.size) desk.run(...(await draftsFor(ids, gone)))
    way.value = []
  }

  function cancel(): void {
    touched = null
    way.value = []
  }

  return { eraser, way, begin, move, end, cancel, busy: () => touched !== null }
}
