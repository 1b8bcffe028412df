import { shallowRef } from 'vue'
import { plural } from '#core/basic'
import type { Affine, Vec } from '#core/motion'
import { affineOf, after, distance, growth, inverseOf, mapped } from '#core/motion'
import { useDesk } from '~/desk/desk'
import type { Box, Grip } from '~/light-table/select-tool'
import { frameAround, gripsOf, reshapeOf } from '~/light-table/select-tool'
import { tell } from '~/ui/messages'
import { middleOf, moverName, ownBox, placeDraft, spaceOf } from './movers'
import { useMoves } from './store'

/** A grip is taken hold of from no farther, px of the screen. */
const NEAR = 9
/** A shorter drag is none, px of the screen. */
const STILL = 3

/** What is taken hold of to place something: its box and grips in its own space, and where that lies in the picture. */
export interface Held {
  readonly space: Affine
  readonly box: Box
  readonly grips: readonly Grip[]
}

/** Placing a column, several as one, or the camera on the frame of the playhead: moved, turned, sized. */
export class MoveTool {
  private readonly desk = useDesk()
  private readonly moves = useMoves()
  private readonly drag = shallowRef<{ grip: Grip; from: Vec; box: Box; space: Affine; moved: boolean } | null>(null)

  /** What is taken hold of, `scale` px of the screen for one of the picture; null where nothing is seen. */
  held(scale: number): Held | null {
    const { scene, focus } = this.desk
    const { mover } = this.moves
    if (!scene || !focus || mover === undefined || this.desk.playing) return null
    const space = spaceOf(scene, mover, focus.workFrame)
    if (!space) return null
    const own = scale * growth(space)
    const box = frameAround(ownBox(scene, mover, focus.workFrame), own)
    return { space, box, grips: gripsOf(box, null, own).filter(g => g.kind === 'turn' || g.kind === 'corner') }
  }

  /** `p` is a point of the picture, px. */
  begin(p: Vec, scale: number): void {
    this.desk.playing = false
    const { scene, focus } = this.desk
    const { mover, way, moves } = this.moves
    const held = this.held(scale)
    const near = (at: Vec): boolean => distance(at, p) * scale <= NEAR
    // A placement on another frame is gone to, where this one does not lie in the same place.
    const there = way.find(w => w.frame !== focus!.workFrame && moves.some(m => m.frame === w.frame) && near(w.at))
    const here =
      held && (near(mapped(held.space, middleOf(held.box))) || this.gripAt(held, p, scale)?.kind === 'corner')
    if (there && !here) return this.desk.goTo(there.frame)
    if (mover === undefined || !held) return void tell('There is nothing here to be placed on this frame.')
    const locked = mover === null ? undefined : scene!.plan.columns[mover]
    if (locked?.locked) return void tell(`The column ${locked.name} is locked: it is not moved.`)
    const grip = this.gripAt(held, p, scale)
    if (grip) this.drag.value = { grip, from: this.own(held.space, p), box: held.box, space: held.space, moved: false }
  }

  move(p: Vec, scale: number, e: { shiftKey: boolean; altKey: boolean }): void {
    const drag = this.drag.value
    if (!drag) return
    const to = this.own(drag.space, p)
    if (!drag.moved && distance(drag.from, to) * growth(drag.space) * scale < STILL) return
    this.drag.value = { ...drag, moved: true }
    const about = middleOf(drag.box)
    const { reshape } = reshapeOf(drag.grip, { from: drag.from, to, about, box: drag.box }, e)
    const change = after(after(drag.space, affineOf(reshape)), inverseOf(drag.space))
    const { scene, focus } = this.desk.stored!
    const draft = placeDraft(scene, this.moves.movers, focus.workFrame, change)
    const several = this.moves.movers.length
    const what = several > 1 ? plural(several, 'column') : moverName(scene, this.moves.mover!)
    const why = this.desk.tryOut(draft, `Place ${what} on frame ${focus.workFrame}`)
    if (why) tell(why)
  }

  end(): void {
    const { moved } = this.drag.value ?? {}
    this.drag.value = null
    if (moved && this.desk.preview) this.desk.take()
  }

  cancel(): void {
    if (this.drag.value?.moved) this.desk.drop()
    this.drag.value = null
  }

  busy = (): boolean => this.drag.value !== null

  private own = (space: Affine, p: Vec): Vec => mapped(inverseOf(space), p)

  private gripAt({ space, box, grips }: Held, p: Vec, scale: number): Grip | null {
    const at = this.own(space, p)
    const px = scale * growth(space)
    const near = grips.find(g => distance(g.at, at) * px <= NEAR)
    const within = at.x >= box.left && at.x <= box.right && at.y >= box.top && at.y <= box.bottom
    return near ?? (within ? { kind: 'inside', at } : null)
  }
}
