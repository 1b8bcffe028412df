import { tell } from '~/ui/messages'
import type { Vec } from '#core/motion'
import { useDesk } from '~/desk/desk'
import type { TiesLook } from './draw-ties'
import type { Picked } from './store'
import { useTies } from './store'
import { lockedWords, matesOf, pointDraft, strokeAt, tieDraft } from './ties'

/** A stroke is pointed at from no farther, px of the screen. */
const REACH = 12

/** Tying strokes of two poses by clicks on the picture. */
export class TiesTool {
  readonly store = useTies()
  private readonly desk = useDesk()

  hover(p: Vec | null, scale: number): void {
    const { span, hovered } = this.store
    const hit = p && span ? strokeAt(span, p, REACH / scale) : null
    if (hit?.id !== hovered?.id || hit?.side !== hovered?.side) this.store.hovered = hit
  }

  /** A stroke is picked; one of the other pose after it is tied to it. A click beside all lets go. */
  click(p: Vec, scale: number): void {
    const { span, picked, points } = this.store
    if (!span) return void tell('Ties are between two drawn poses with in-betweens: go to one of them.')
    if (this.locked()) return
    const hit = strokeAt(span, p, REACH / scale)
    if (!hit || !picked || hit.side === picked.side) {
      this.store.picked = hit && !points && hit.id === picked?.id ? null : hit
      return
    }
    const plan = this.desk.plan!.id
    if (points && !matesOf(span, picked).includes(hit.id))
      return void tell('These two strokes are no pair. Tie them first, then their points.')
    if (this.desk.run(points ? pointDraft(plan, span, picked, hit) : tieDraft(plan, span, picked, hit)))
      this.store.picked = null
  }

  private locked(): boolean {
    const { column } = this.desk
    if (!column?.locked) return false
    tell(lockedWords(column.name))
    return true
  }

  /** What is drawn of the ties; null where there is no span of drawn poses. */
  seen(): TiesLook | null {
    const { span, hovered, picked } = this.store
    const { drawings } = this.desk.stack ?? { drawings: {} as Record<string, { number: string }> }
    if (!span) return null
    const lit = [hovered, picked].filter((x): x is Picked => !!x)
    return {
      span,
      lit,
      numbers: [drawings[span.chart.from]?.number ?? '', drawings[span.chart.to]?.number ?? ''],
    }
  }
}
