import { shallowRef } from 'vue'
import type { Vec } from '#core/motion'
import { distance, inverseOf, mapped, SAME } from '#core/motion'
import { carrierSpace, placingAt } from '#core/pass'
import type { Desk } from '~/desk/desk'
import type { Ride } from '~/sheet/carry'
import { carryDraft, rideName, ridesFor } from '~/sheet/carry'
import { tell } from '~/ui/messages'

/** A part that a column can ride on, and where it is in the column's own space, px. */
interface Spot {
  readonly ride: Ride
  readonly at: Vec
}

/** What is seen while a column is dragged onto a part. */
export interface RideLook {
  readonly from: Vec
  readonly to: Vec
  readonly spots: readonly Vec[]
  /** The part that it would ride on, and in words. */
  readonly on: { readonly at: Vec; readonly words: string } | null
}

/** A part is meant from no farther, px of the screen. */
const NEAR = 40

/** Dragging the column that is worked on onto a part of another one, to ride on it. */
export class RideDrag {
  readonly look = shallowRef<RideLook | null>(null)
  private spots: readonly Spot[] = []
  private meant: Spot | null = null

  constructor(private readonly desk: Desk) {}

  begin(from: Vec): void {
    const { scene, focus, column } = this.desk
    const frame = focus!.workFrame
    const back = inverseOf(placingAt(scene!, column!, frame) ?? SAME)
    this.spots = ridesFor(scene!, column!, frame).flatMap((ride): Spot[] => {
      const space = ride.part && carrierSpace(scene!, { ...ride, sizes: true, stays: false }, frame)
      return space ? [{ ride, at: mapped(back, { x: space[4], y: space[5] }) }] : []
    })
    this.show(from, from)
  }

  move(to: Vec, scale: number): void {
    const near = this.spots
      .map(spot => ({ spot, far: distance(spot.at, to) * scale }))
      .filter(x => x.far <= NEAR)
      .sort((a, b) => a.far - b.far)[0]
    this.meant = near?.spot ?? null
    this.show(this.look.value!.from, to)
  }

  end(): void {
    const { scene, focus, column } = this.desk
    const { meant } = this
    this.cancel()
    if (!meant) return void tell(`Let ${column!.name} go over a part of a figure: it rides on it then.`)
    const draft = carryDraft(scene!, column!, meant.ride, focus!.workFrame)
    if (typeof draft === 'string') tell(draft)
    else if (this.desk.run(draft)) tell(`${column!.name} rides on ${rideName(scene!, meant.ride)}.`)
  }

  cancel(): void {
    this.look.value = null
    this.meant = null
  }

  private show(from: Vec, to: Vec): void {
    const { column, scene } = this.desk
    const { meant } = this
    this.look.value = {
      from,
      to,
      spots: this.spots.map(s => s.at),
      on: meant && { at: meant.at, words: `${column!.name} rides on ${rideName(scene!, meant.ride)}` },
    }
  }
}
