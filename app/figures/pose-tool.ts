import { subjectsOf } from '#core/document'
import { computed, shallowRef } from 'vue'
import type { Shown } from '#core/pass'
import type { Figure, Handle, Pose } from '#core/figure'
import { movedParts, pull } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance } from '#core/motion'
import { useDesk } from '~/desk/desk'
import { fixOf } from '~/desk/drafts'
import { contentHere } from '~/desk/scene'
import type { Hovered, Posed } from './draw-handles'
import { handleSpread, placedHandles } from './handle-room'

const GRAB = 11
/** Far limbs lie under near ones: they are taken as if they were so much farther, px. */
const FAR_LIMB = 3

/** A handle under the pointer, with what it belongs to. */
export interface HandleHit {
  readonly subject: string
  readonly figure: Figure
  readonly pose: Pose
  readonly handle: Handle
}

/** Posing the figures on the shown drawing by their handles. */
export class PoseTool {
  private readonly desk = useDesk()
  private readonly content = computed<Shown | null>(() =>
    this.desk.scene ? contentHere(this.desk.scene, this.desk.focus!) : null,
  )
  readonly posed = computed<Posed[]>(() =>
    (this.desk.stack ? subjectsOf(this.desk.stack) : []).flatMap(subject => {
      const pose = this.content.value?.poses[subject.id]
      return pose ? [{ subject, pose }] : []
    }),
  )
  readonly hovered = shallowRef<Hovered | null>(null)
  private posing: (HandleHit & { readonly from: Vec; readonly slower: number }) | null = null

  /** The handle nearest to a point; near limbs lie on top, and are taken before the far ones under them. */
  handleAt(p: Vec, scale: number): HandleHit | null {
    const all = this.posed.value.flatMap(({ subject: { id, figure }, pose }) =>
      placedHandles(figure, pose, scale).map(({ handle, at }) => ({
        hit: { subject: id, figure, pose, handle },
        far: distance(at, p) * scale,
        under: handle.id.startsWith('far') ? FAR_LIMB : 0,
      })),
    )
    const near = all.filter(h => h.far < GRAB).sort((a, b) => a.far + a.under - b.far - b.under)
    return near[0]?.hit ?? null
  }

  hover(p: Vec | null, scale: number): void {
    const hit = p && this.handleAt(p, scale)
    const now = this.hovered.value
    if (hit?.handle.id !== now?.handle.id || hit?.subject !== now?.subject) this.hovered.value = hit
  }

  /** Handles that lie apart from a small figure move it as much slower, so that they stay under the pointer. */
  begin(hit: HandleHit, p: Vec, scale: number): void {
    this.desk.playing = false
    const slower = hit.handle.kind === 'place' ? 1 : handleSpread(hit.figure, hit.pose, scale)
    this.posing = { ...hit, from: p, slower }
  }

  move(p: Vec, { shiftKey, altKey, ctrlKey, metaKey }: PointerEvent): void {
    const { subject, figure, pose: start, handle, from, slower } = this.posing!
    const to = { x: handle.at.x + (p.x - from.x) / slower, y: handle.at.y + (p.y - from.y) / slower }
    const pose = pull(figure, start, handle, to, { whole: shiftKey, hands: altKey, alone: ctrlKey || metaKey })
    const { scene, focus } = this.desk.stored!
    const drawing = focus.drawing!
    const words = `${handle.kind === 'turn' ? 'Turn' : 'Pull'}: ${handle.name}`
    const chart = drawing.fixed && !drawing.own ? scene.contents.chartOf(scene.plan, drawing.id) : null
    if (chart) {
      // A breakdown of some parts fixes what was moved, and what it fixed before.
      const old = drawing.fixed![subject]
      const moved = movedParts(start, pose)
      const parts = { ...old, ...moved, angles: { ...old?.angles, ...moved.angles } }
      const fixed = { ...drawing.fixed, [subject]: parts }
      const args = { plan: scene.plan.id, chart: chart.id, drawing: drawing.id, fixed }
      this.desk.tryOut({ name: 'drawing.fix', args }, `${words}. Only what is moved is fixed.`)
      return
    }
    const fix = fixOf(scene, focus, drawing)
    const args = { stack: focus.stack!.id, drawing: drawing.id, poses: { [subject]: pose }, ...fix }
    this.desk.tryOut({ name: 'drawing.pose', args }, words)
  }

  end(): void {
    this.posing = null
    if (this.desk.preview) this.desk.take()
  }

  cancel(): void {
    this.posing = null
  }

  busy = (): boolean => this.posing !== null
}
