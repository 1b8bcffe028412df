import type { Affine, PointPair, Vec } from '#core/motion'
import { affineOf, after, areaOf, inverseOf, mapped, SAME, similarity } from '#core/motion'
import type { Mark } from '#core/picture'
import { contentMarks } from '#core/picture'
import { inside } from '#core/stroke'
import { marksHull } from '#core/travel'
import { useDesk } from '~/desk/desk'
import type { Neighbour } from '~/ghosts/laid'
import { SIDES, useLaid } from '~/ghosts/laid'
import type { Box, Grip } from '~/light-table/select-tool'
import { frameAround, gripsOf, reshapeOf } from '~/light-table/select-tool'
import { tell } from '~/ui/messages'
import { useSuperimpose } from './store'

/** A grip is taken hold of from no farther, px of the screen. */
const NEAR = 9

/** What is seen while neighbours are laid over a drawing. */
export interface SuperimposeLook {
  readonly box: Box | null
  readonly grips: readonly Grip[]
  /** Points clicked on the neighbour as it lies now, and where they belong. */
  readonly pairs: readonly PointPair[]
  readonly open: Vec | null
}

/** Outlines of drawings, for as long as their marks are the same. */
const hulls = new WeakMap<readonly Mark[], readonly Vec[]>()

/** Laying neighbouring drawings over the one under the playhead, by dragging or by points. */
export class SuperimposeTool {
  readonly store = useSuperimpose()
  private readonly desk = useDesk()
  private readonly laid = useLaid()
  private drag: { grip: Grip; from: Vec; box: Box; was: Affine; drawing: string } | null = null

  begin(p: Vec, scale: number): void {
    this.desk.playing = false
    const { neighbour, how } = this.store
    if (!neighbour) return void tell('There is no drawing before or after this one to be laid over it.')
    if (how !== 'drag') return this.click(p, neighbour, how)
    const grip = this.gripAt(p, scale)
    const box = this.box()
    if (grip && box) this.drag = { grip, from: p, box, was: this.mapOf(neighbour.drawing), drawing: neighbour.drawing }
    else this.takeOther(p)
  }

  move(p: Vec, e: { shiftKey: boolean; altKey: boolean }): void {
    const { drag } = this
    if (!drag) return
    const { grip, from, box } = drag
    const about = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 }
    const { reshape } = reshapeOf(grip, { from, to: p, about, box }, e)
    this.laid.lay(drag.drawing, after(affineOf(reshape), drag.was))
  }

  end(): void {
    this.drag = null
  }

  cancel(): void {
    if (this.drag) this.laid.lay(this.drag.drawing, same(this.drag.was) ? null : this.drag.was)
    this.drag = null
    this.store.forget()
  }

  dragging = (): boolean => this.drag !== null
  busy = (): boolean => this.drag !== null || this.store.open !== null || this.store.pairs.length > 0

  look(scale: number): SuperimposeLook {
    const { neighbour, how, pairs, open } = this.store
    const box = how === 'drag' ? this.box() : null
    const at = neighbour ? this.mapOf(neighbour.drawing) : SAME
    return {
      box: box && frameAround(box, scale),
      grips: box ? layGrips(frameAround(box, scale), scale) : [],
      pairs: pairs.map(([from, to]): PointPair => [mapped(at, from), to]),
      open: open && mapped(at, open),
    }
  }

  private mapOf = (drawing: string): Affine => this.laid.here[drawing] ?? SAME

  /** The neighbour's outline where it lies now. */
  private hullOf({ drawing }: Neighbour): Vec[] {
    const { scene, stack } = this.desk
    const marks = contentMarks(stack!, scene!.contents.of(scene!, stack!, drawing), scene!.strokeBy)
    const hull = hulls.get(marks) ?? marksHull(marks)
    hulls.set(marks, hull)
    return hull.map(v => mapped(this.mapOf(drawing), v))
  }

  private box(): Box | null {
    const { neighbour } = this.store
    const hull = neighbour ? this.hullOf(neighbour) : []
    if (!hull.length) return null
    const [xs, ys] = [hull.map(v => v.x), hull.map(v => v.y)]
    return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
  }

  private gripAt(p: Vec, scale: number): Grip | null {
    const box = this.box()
    if (!box) return null
    const frame = frameAround(box, scale)
    const near = layGrips(frame, scale).find(g => Math.hypot(g.at.x - p.x, g.at.y - p.y) * scale <= NEAR)
    const within = p.x >= frame.left && p.x <= frame.right && p.y >= frame.top && p.y <= frame.bottom
    return near ?? (within ? { kind: 'inside', at: p } : null)
  }

  /** A click on the other neighbour works with that one. */
  private takeOther(p: Vec): void {
    const on = SIDES.find(side => {
      const other = this.store.neighbours[side]
      const hull = other && side !== this.store.side ? this.hullOf(other) : []
      return inside(
        hull.flatMap(v => [v.x, v.y]),
        p,
      )
    })
    if (on) this.store.wanted = on
  }

  /** One point on the neighbour, then where it belongs; after as many as are wanted it is laid. */
  private click(p: Vec, { drawing }: Neighbour, count: 2 | 3): void {
    const { open, pairs } = this.store
    if (!open) {
      this.store.open = mapped(inverseOf(this.mapOf(drawing)), p)
      return
    }
    this.store.open = null
    this.store.pairs = [...pairs, [open, p]]
    if (this.store.pairs.length < count) return
    const map = similarity(this.store.pairs)
    this.store.forget()
    if (!map || areaOf(map) < 1e-4)
      tell('These points do not say how it lies: they are too near each other. Click points that lie apart.')
    else {
      this.laid.lay(drawing, map)
      this.goOn()
    }
  }

  /** The other neighbour is next, while it is not laid yet. */
  private goOn(): void {
    const other = SIDES.find(s => s !== this.store.side)!
    const next = this.store.neighbours[other]
    if (next && !this.laid.here[next.drawing]) this.store.wanted = other
  }
}

const same = (m: Affine): boolean => m.every((n, i) => n === SAME[i])

/** A neighbour is laid by shift, turn and size: it is not stretched. */
const layGrips = (box: Box, scale: number): Grip[] =>
  gripsOf(box, null, scale).filter(g => g.kind === 'turn' || g.kind === 'corner')
