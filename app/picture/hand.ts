import type { Affine, Vec } from '#core/motion'
import { SAME } from '#core/motion'
import type { PencilSight } from '~/light-table/pencil-tool'

/** The tools' way to the picture: through the view that the pointer is in. */
export class Hand implements PencilSight {
  private view: PencilSight | null = null

  through(view: PencilSight): void {
    this.view = view
  }

  pointOf = (e: PointerEvent): Vec => this.view!.pointOf(e)
  zoom = (): number => this.view?.zoom() ?? 1
  scale = (): number => this.view?.scale() ?? 1
  placing = (): Affine => this.view?.placing() ?? SAME
}
