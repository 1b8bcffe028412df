import { computed, shallowRef } from 'vue'
import { tell } from '~/ui/messages'
import type { Bar } from '#core/pass'
import { useDesk } from '~/desk/desk'
import { useSheet } from '~/sheet/sheet'
import { usePaintCounts } from '~/ui/paint/counts'
import { snapped } from '~/sound/snap'
import { useSounds } from '~/sound/store'
import { barsHere, movingWith } from './bars'
import type { PickBox } from './draw-rail'
import type { Drafted } from './gestures'
import { led, lengthened, pulled, spaced, stretched, traded } from './gestures'
import type { Hit } from './hit'
import { sameHit } from './hit'
import { useRail } from './store'

interface Drag {
  readonly hit: Hit | null
  /** All that move together, as they were when they were taken hold of. */
  readonly bars: readonly Bar[]
  readonly x: number
  readonly y: number
  readonly nowX: number
  readonly nowY: number
  readonly axis: 'x' | 'y' | null
  readonly add: boolean
}

/** Where the pointer is on the rail: px from its left edge, and from the top of frame 1. */
interface At {
  readonly x: number
  readonly y: number
}

/** The pointer drags nothing until it has gone so far, px. */
const STILL = 4
/** So near to a beat a pose goes onto it, px. */
const BEAT_REACH = 8

/** Dragging on the rail: bars, handles, markers; and a box around bars to pick them. */
export class RailDrag {
  readonly drag = shallowRef<Drag | null>(null)
  readonly hover = shallowRef<Hit | null>(null)
  readonly held = computed(() => new Set(this.drag.value?.axis ? this.drag.value.bars.map(b => b.run.id) : []))
  readonly picking = computed<PickBox | null>(() => {
    const d = this.drag.value
    if (!d || d.hit || !d.axis) return null
    return { x: Math.min(d.x, d.nowX), y: Math.min(d.y, d.nowY), w: Math.abs(d.nowX - d.x), h: Math.abs(d.nowY - d.y) }
  })
  /** The handle or marker that is lit. */
  readonly hot = computed(() => {
    const h = this.drag.value?.hit ?? this.hover.value
    return h?.kind === 'handle' ? h.handle.id : h?.kind === 'lead' ? h.marker.key : null
  })
  private readonly desk = useDesk()
  private readonly rail = useRail()
  private readonly sheet = useSheet()
  private readonly sounds = useSounds()
  private readonly counts = usePaintCounts()
  /** Why what is being dragged cannot be done; said when it is let go. */
  private refused: string | null = null

  down(hit: Hit | null, { x, y }: At, e: PointerEvent): void {
    const { scene, focus } = this.desk
    if (hit?.kind === 'bar') this.take(hit, { more: e.shiftKey })
    const bars = hit?.kind === 'bar' ? movingWith(scene!, focus!, hit.bar, this.rail.picked) : []
    this.drag.value = { hit, bars, x, y, nowX: x, nowY: y, axis: null, add: e.shiftKey }
  }

  move(find: () => Hit | null, at: At, e: PointerEvent): void {
    const d = this.drag.value
    if (!d) return this.hoverOver(find())
    const [dx, dy] = [at.x - d.x, at.y - d.y]
    if (!d.axis && Math.hypot(dx, dy) < STILL) return
    const axis = d.axis ?? axisOf(d.hit, dx, dy)
    this.drag.value = { ...d, nowX: at.x, nowY: at.y, axis }
    if (!d.hit) return
    const made = this.draftedBy({ ...d, hit: d.hit, axis }, at, e)
    this.refused = made ? this.desk.tryOut(made.drafts, made.words) : null
    if (made) return
    this.desk.drop()
    this.counts.moves += 1
  }

  up(): void {
    const d = this.drag.value
    this.drag.value = null
    if (!d) return
    if (d.hit) {
      if (d.axis && this.desk.preview) this.desk.take()
      else if (d.axis && this.refused) tell(this.refused)
      this.refused = null
    } else if (d.axis) this.pickInside(d)
    else {
      this.rail.picked = new Set()
      this.desk.goTo(this.sheet.rows.frameAt(d.y))
    }
  }

  cancel(): void {
    this.drag.value = null
    this.desk.drop()
  }

  /** A bar that is taken hold of is gone to; with Shift it comes to those that are picked, or leaves them. */
  private take({ bar, at }: Extract<Hit, { kind: 'bar' }>, { more }: { more: boolean }): void {
    const { picked } = this.rail
    if (more && at !== 'ring') {
      const next = new Set(picked)
      if (!next.delete(bar.run.id)) next.add(bar.run.id)
      this.rail.picked = next
    } else if (!picked.has(bar.run.id)) this.rail.picked = new Set()
    this.desk.goTo(bar.start)
    this.desk.selection = null
  }

  private hoverOver(hit: Hit | null): void {
    if (!sameHit(hit, this.hover.value)) this.hover.value = hit
    this.rail.lit = hit?.kind === 'bar' ? (hit.bar.section?.pass.chart?.id ?? null) : null
  }

  private draftedBy(drag: Drag & { hit: Hit }, { x, y }: At, e: PointerEvent): Drafted | null {
    const { hit, bars, axis } = drag
    const { scene, focus } = this.desk.stored!
    const { rows } = this.sheet
    const { scale } = this.rail
    const [dx, dy] = [x - drag.x, y - drag.y]
    if (hit.kind === 'handle') return pulled(scene, { section: hit.section, handle: hit.handle, rows, scale, x, y })
    if (hit.kind === 'lead') return led(scene, { section: hit.section, marker: hit.marker, rows, scale, dy })
    const held = hit.bar
    const by = this.onBeat(hit, Math.round(dy / rows.px), e.altKey)
    if (axis === 'x') return spaced(scene, focus, { bars, held, dx, scale, free: e.altKey })
    if (hit.at === 'ring') return stretched(scene, focus, { held, rows: by, push: e.shiftKey })
    return hit.at === 'end'
      ? lengthened(scene, focus, { bars, held, rows: by, trades: e.altKey })
      : traded(scene, focus, { bars, held, rows: by })
  }

  /** So many frames, or as many as bring a pose, or the end of what is held, onto a beat near by. */
  private onBeat({ bar, at }: Extract<Hit, { kind: 'bar' }>, by: number, free: boolean): number {
    if (!by || free || (at !== 'end' && bar.kind !== 'pose')) return by
    const from = at === 'end' ? bar.start + bar.run.frames : bar.start
    const reach = Math.max(1, Math.round(BEAT_REACH / this.sheet.rowHeight))
    return snapped(from + by, this.sounds.beats, reach) - from
  }

  private pickInside(d: Drag): void {
    const { rows } = this.sheet
    const { scale } = this.rail
    const [left, right] = [Math.min(d.x, d.nowX), Math.max(d.x, d.nowX)]
    const [first, last] = [rows.frameAt(Math.min(d.y, d.nowY)), rows.frameAt(Math.max(d.y, d.nowY))]
    const inside = barsHere(this.desk.scene!, this.desk.focus!).filter(
      b =>
        (b.kind === 'in-between' || b.kind === 'pose') &&
        scale.x(b.x) >= left &&
        scale.x(b.x) <= right &&
        b.start <= last &&
        b.start + b.run.frames > first,
    )
    this.rail.picked = new Set([...(d.add ? this.rail.picked : []), ...inside.map(b => b.run.id)])
  }
}

/** Which way something is dragged: only the body of an in-between goes sideways. */
function axisOf(hit: Hit | null, dx: number, dy: number): 'x' | 'y' {
  if (hit?.kind === 'bar' && (hit.at !== 'body' || hit.bar.kind !== 'in-between')) return 'y'
  return Math.abs(dx) > Math.abs(dy) ? 'x' : 'y'
}
