import { shallowRef } from 'vue'
import { tell } from '~/ui/messages'
import type { Draft } from '#core/commands'
import type { Affine, Vec } from '#core/motion'
import { after, growth, inverseOf, SAME } from '#core/motion'
import type { Mark } from '#core/picture'
import { contentMarks, layersAt, placedMarks } from '#core/picture'
import type { Stroke } from '#core/stroke'
import { ellipseIn, felt, onEighths, Pulled, smoothed, straightLine } from '#core/stroke'
import { useDesk } from '~/desk/desk'
import { fixOf } from '~/desk/drafts'
import { contentHere } from '~/desk/scene'
import { nextExposure } from '~/desk/steps'
import { newPose } from '~/poses/new-pose'
import { newId } from '~/sync/ids'
import { usePaintCounts } from '~/ui/paint/counts'
import { penGoes } from './pen-goes'
import { fillAt } from './fill-shape'
import { strokeOnShared } from './parts'
import { useLightTable } from './store'

interface Drawn {
  readonly from: Vec
  points: number[]
  readonly pen: boolean
  readonly pulled: Pulled
  /** Where the pen was last, and how it pressed. */
  last: readonly [x: number, y: number, pressure: number]
}

/** How the picture lies under the pencil: the point at a pointer event, and how much larger than fitted it is seen. */
export interface PencilSight {
  readonly pointOf: (e: PointerEvent) => Vec
  readonly zoom: () => number
  /** How large a px of the column's own space is on the screen. */
  readonly scale: () => number
  /** Where the column lies. */
  readonly placing: () => Affine
}

/** Drawing: by hand, straight lines, ellipses, and flat shapes. */
export class PencilTool {
  /** Strokes that are drawn and not in the document yet. */
  readonly wet = shallowRef<Stroke[]>([])
  private readonly desk = useDesk()
  private readonly table = useLightTable()
  private readonly counts = usePaintCounts()
  private drawing: Drawn | null = null

  constructor(private readonly sight: PencilSight) {}

  begin(e: PointerEvent, p: Vec): void {
    this.desk.playing = false
    this.table.leak = null
    if (this.table.mode === 'fill') return this.fill(p)
    const pressure = this.pressureOf(e)
    // The string is as long on the screen however the picture is zoomed.
    const string = (this.table.pencil.string ?? 0) / this.sight.scale()
    this.drawing = {
      from: p,
      points: [p.x, p.y, pressure],
      pen: e.pointerType === 'pen',
      pulled: new Pulled(p, string),
      last: [p.x, p.y, pressure],
    }
    this.wet.value = [...this.wet.value, this.strokeNow(this.drawing)]
  }

  move(e: PointerEvent, p: Vec): void {
    const d = this.drawing!
    const { mode } = this.table
    if (mode === 'line') d.points = straightLine(d.from, e.shiftKey ? onEighths(d.from, p) : p)
    else if (mode === 'ellipse') d.points = ellipseIn(d.from, e.shiftKey ? squareTo(d.from, p) : p)
    else {
      const all = e.getCoalescedEvents?.() ?? []
      for (const each of all.length ? all : [e]) {
        const q = this.sight.pointOf(each)
        d.last = [q.x, q.y, this.pressureOf(each)]
        const at = d.pulled.to(q)
        if (at) d.points.push(at.x, at.y, d.last[2])
      }
    }
    this.wet.value = [...this.wet.value.slice(0, -1), this.strokeNow({ ...d, points: this.ahead(e, d) })]
    this.counts.moves += 1
  }

  /** The line with where the pen will be next, so that it keeps up with it on the screen; none of that is kept. */
  private ahead(e: PointerEvent, d: Drawn): number[] {
    if (this.table.mode !== 'free' || this.table.pencil.string) return d.points
    const next = e.getPredictedEvents?.() ?? []
    return next.length
      ? d.points.concat(
          next.flatMap(each => {
            const q = this.sight.pointOf(each)
            return [q.x, q.y, this.pressureOf(each)]
          }),
        )
      : d.points
  }

  end(): void {
    const d = this.drawing!
    this.drawing = null
    // What the string held back is drawn to where the pen was lifted.
    if (this.table.mode === 'free' && this.table.pencil.string) d.points.push(...d.last)
    const stroke = this.strokeNow(d)
    const { mode, pencil } = this.table
    const points = mode === 'free' ? smoothed(stroke.points, pencil.smooth) : stroke.points
    this.put({ ...stroke, points })
    this.wet.value = this.wet.value.slice(1)
  }

  cancel(): void {
    if (this.drawing) this.wet.value = this.wet.value.slice(0, -1)
    this.drawing = null
  }

  busy = (): boolean => this.drawing !== null

  private pressureOf = (e: PointerEvent): number =>
    felt(e.pressure || 0.5, e.pointerType === 'pen' ? this.table.firmness : 0)

  private strokeNow(d: Drawn): Stroke {
    const { pencil, asSeen, mode } = this.table
    // As wide as it is seen when the picture is fitted, however it is zoomed now.
    const px = (asSeen ? pencil.width / this.sight.zoom() : pencil.width) / growth(this.sight.placing())
    return {
      schema: 1,
      colour: pencil.colour,
      width: Math.min(200, Math.max(0.5, Math.round(px * 100) / 100)),
      ...((pencil.strength ?? 1) < 1 ? { strength: pencil.strength } : {}),
      pressure: d.pen || mode !== 'free',
      points: d.points,
    }
  }

  private fill(p: Vec): void {
    const { scene } = this.desk
    const shape = fillAt(this.linesSeen(), p, scene!.shot, this.table.pencil)
    this.table.leak = 'why' in shape ? (shape.leak ?? null) : null
    if ('why' in shape) tell(shape.why)
    else this.put(shape, { under: true })
  }

  /** What closes shapes in: the lines of the drawing, or of all columns that are seen, so that colour can lie apart. */
  private linesSeen(): readonly Mark[] {
    const { scene, focus, stack } = this.desk
    const { seen, fillSeesAll } = this.table
    if (fillSeesAll) {
      const own = inverseOf(this.sight.placing())
      return layersAt(scene!, focus!.workFrame, scene!.strokeBy, { references: true, roughs: true }).flatMap(l =>
        placedMarks(l.marks, after(own, l.at ?? SAME)),
      )
    }
    const content = contentHere(scene!, focus!)
    return content ? contentMarks(stack!, content, scene!.strokeBy, seen ?? undefined) : []
  }

  /**
   * The stroke on the drawing it belongs on. Which one is decided when the pen is lifted, before anything moves the
   * playhead.
   */
  private put(stroke: Stroke, { under }: { under?: true } = {}): void {
    const { drawing, column } = this.desk
    const [session, stack] = [this.desk.session!, this.desk.stack!]
    const { part, nextAfterStroke } = this.table
    const shared = part && stack.subjects[part]
    if (shared && shared.kind === 'part' && shared.strokes) {
      const hash = session.strokes.add(stroke)
      const draft = strokeOnShared(this.desk.scene!, this.desk.focus!, shared.id, hash)
      if (draft) this.desk.run(draft)
      return
    }
    const { id, made } = this.target()
    const hash = session.strokes.add(stroke)
    const ref = { id: newId(), hash, ...(part ? { part } : {}) }
    const fix = drawing && !made ? fixOf(this.desk.scene!, this.desk.focus!, drawing) : {}
    const args = { stack: stack.id, drawing: id, strokes: [ref], ...(under ? { under } : {}), ...fix }
    this.desk.run(...(made ? [made] : []), { name: 'stroke.add', args })
    if (nextAfterStroke && this.desk.column?.id === column!.id) this.goOn()
  }

  private goOn(): void {
    const next = nextExposure(this.desk.focus!)
    if (next) this.desk.goTo(next.start)
  }

  /** The drawing that a stroke goes on. */
  private target(): { id: string; made: Draft | null } {
    const { scene, focus, drawing } = this.desk
    const goes = penGoes(focus!, this.table.onHeld)
    if (drawing && goes === 'shown') return { id: drawing.id, made: null }
    const id = newId()
    const from = drawing && goes === 'copy' ? { copyOf: drawing.id } : 'blank'
    return { id, made: newPose(scene!, focus!, { from, where: 'playhead', id }) }
  }
}

/** The corner that makes a square (or a circle) with another one. */
function squareTo(a: Vec, b: Vec): Vec {
  const side = Math.max(Math.abs(b.x - a.x), Math.abs(b.y - a.y))
  return { x: a.x + side * (Math.sign(b.x - a.x) || 1), y: a.y + side * (Math.sign(b.y - a.y) || 1) }
}
