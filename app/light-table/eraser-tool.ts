import { shallowRef } from 'vue'
import { plural } from '#core/basic'
import type { Draft } from '#core/commands'
import type { StrokeRef } from '#core/document'
import type { Vec } from '#core/motion'
import { after, inverseOf, SAME } from '#core/motion'
import { placingOf } from '#core/picture'
import type { Placing } from '#core/stroke'
import { asDrawn, densely, erased, touches } from '#core/stroke'
import { useDesk } from '~/desk/desk'
import { fixOf, solidHere, solidOf } from '~/desk/drafts'
import { contentHere } from '~/desk/scene'
import { newId } from '~/sync/ids'
import { usePaintCounts } from '~/ui/paint/counts'
import { tell } from '~/ui/messages'
import { newPose } from '~/poses/new-pose'
import { eraserGoes } from './pen-goes'
import { useLightTable } from './store'

/** A stroke that can be erased, and where it lies. */
interface Erasable {
  readonly ref: StrokeRef
  readonly placing: Placing
}

/** Erasing: whole strokes, or what the eraser goes over. */
export class EraserTool {
  /** Where the eraser is. */
  readonly at = shallowRef<Vec | null>(null)
  /** The way it has gone while it is pressed down. */
  readonly way = shallowRef<Vec[]>([])
  private readonly desk = useDesk()
  private readonly table = useLightTable()
  private readonly counts = usePaintCounts()
  private touched: Set<string> | null = null
  private radius = 0

  begin(p: Vec, scale: number): void {
    this.desk.playing = false
    if (this.goes() === 'blank') {
      if (this.desk.drawing) tell('Nothing to erase: on a held frame a new drawing is begun here.')
      return
    }
    this.touched = new Set()
    this.way.value = []
    this.move(p, scale)
  }

  move(p: Vec, scale: number): void {
    this.at.value = p
    const { touched } = this
    const { drawing, stack } = this.desk
    if (!touched || !drawing) return
    const { eraser } = this.table
    this.radius = eraser.size / scale
    const last = this.way.value.at(-1)
    this.way.value = [...this.way.value, p]
    // However fast it is moved, it goes over what lies between.
    const points = last ? densely([last, p], this.radius) : [p]
    for (const { ref, placing } of this.erasable()) {
      const stroke = this.desk.scene!.strokeBy(ref.hash)
      if (stroke && points.some(q => touches(stroke, q, this.radius, placing))) touched.add(ref.id)
    }
    if (touched.size && !eraser.parts && drawing.own && !this.sharedPart() && this.goes() === 'shown') {
      const args = { stack: stack!.id, drawing: drawing.id, strokes: [...touched] }
      this.desk.tryOut({ name: 'stroke.remove', args }, `Erase ${plural(touched.size, 'stroke')}`)
    } else this.counts.moves += 1
  }

  async end(): Promise<void> {
    const [ids, gone] = [this.touched ?? new Set<string>(), this.way.value]
    this.touched = null
    if (this.desk.preview) this.desk.take()
    else if (ids.size) this.desk.run(...(await this.draftsFor(ids, gone)))
    this.way.value = []
  }

  cancel(): void {
    this.touched = null
    this.way.value = []
  }

  busy = (): boolean => this.touched !== null

  /** The part that is worked on, where it is drawn once: the eraser then works on the part itself. */
  private sharedPart() {
    const { scene, focus, stack } = this.desk
    const part = this.table.part ? stack?.subjects[this.table.part] : undefined
    const pose = part && solidHere(scene!, focus!)?.poses[part.id]
    if (part?.kind !== 'part' || !part.strokes || !pose) return null
    return { part, strokes: part.strokes, at: placingOf(part.figure, pose) }
  }

  private goes = () => eraserGoes(this.desk.focus!, this.table.onHeld)

  private erasable(): Erasable[] {
    const shared = this.sharedPart()
    if (shared) return shared.strokes.map(ref => ({ ref, placing: { ...ref, at: after(shared.at, ref.at ?? SAME) } }))
    const { seen } = this.table
    const strokes = solidHere(this.desk.scene!, this.desk.focus!)?.strokes ?? []
    return strokes.filter(s => seen?.(s.part ?? null) ?? true).map(ref => ({ ref, placing: ref }))
  }

  /** What the eraser does on its way to the strokes that it touched. */
  private draftsFor(ids: ReadonlySet<string>, gone: readonly Vec[]): Draft[] {
    const [stack, drawing, shared] = [this.desk.stack!.id, this.desk.drawing!.id, this.sharedPart()]
    const strokes: Record<string, StrokeRef[]> = {}
    for (const { ref, placing } of this.erasable().filter(x => ids.has(x.ref.id))) {
      const stroke = this.desk.scene!.strokeBy(ref.hash)!
      const pieces = this.table.eraser.parts ? erased(asDrawn(stroke, placing), gone, this.radius) : []
      // A flat shape goes as a whole; a line that the eraser's edge only brushed stays.
      if (!pieces && !stroke.fill) continue
      const rest = { ...(ref.part ? { part: ref.part } : {}), ...(shared ? { at: inverseOf(shared.at) } : {}) }
      strokes[ref.id] = (pieces ?? []).map(piece => ({
        id: newId(),
        hash: this.desk.session!.strokes.add(piece),
        ...rest,
      }))
    }
    if (!Object.keys(strokes).length) return []
    if (!shared && this.goes() === 'copy') return [this.copyWithout(strokes)]
    if (!shared) {
      const fix = fixOf(this.desk.scene!, this.desk.focus!, this.desk.drawing!)
      return [{ name: 'stroke.replace', args: { stack, drawing, strokes, ...fix } }]
    }
    const left = shared.strokes.flatMap(s => strokes[s.id] ?? [s])
    return [{ name: 'subject.set', args: { stack, subject: shared.part.id, strokes: left } }]
  }

  /** On a held frame a copy of what is held, with what is left of its strokes. */
  private copyWithout(left: Readonly<Record<string, StrokeRef[]>>): Draft {
    const content = solidOf(this.desk.scene!, contentHere(this.desk.scene!, this.desk.focus!)!)
    const strokes = content.strokes.flatMap(s => left[s.id] ?? [{ ...s, id: newId() }])
    return newPose(this.desk.scene!, this.desk.focus!, {
      from: { content: { ...content, strokes } },
      where: 'playhead',
    })
  }
}
