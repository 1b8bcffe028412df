import { shallowRef } from 'vue'
import { tell } from '~/ui/messages'
import { placeName, snapTo } from '#core/chart'
import type { Draft } from '#core/commands'
import type { Chart, Subject } from '#core/document'
import type { Handle } from '#core/figure'
import { cornerAt, cornersOf, handlesOf, pull } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance, growth, mapped, SAME } from '#core/motion'
import { placingAt } from '#core/pass'
import type { Dot, Point } from '#core/travel'
import { nearestOn, wayThrough } from '#core/travel'
import { cut } from '~/chart/spans'
import { useDesk } from '~/desk/desk'
import { contentHere } from '~/desk/scene'
import { usePaintCounts } from '~/ui/paint/counts'
import { useTravel } from './store'

/** Farther than this from its path, screen px, a dot asks to become a breakdown. */
const OFF_PATH = 16
const GRAB = 9

/** The point that a handle of a figure stands for. */
export function pointOfHandle({ id, figure }: Subject, handle: Handle): Point {
  const chain = handle.kind === 'reach' ? figure.chains.find(c => c.id === handle.id) : null
  return { subject: id, part: handle.kind === 'place' ? 'place' : chain ? chain.lower : handle.id }
}

/** A dot of an arc, and the point whose arc it is. */
export interface PathDot {
  readonly point: Point
  readonly dot: Dot
}

interface Dragging extends PathDot {
  readonly chart: Chart
  readonly way: (u: number) => Vec
  readonly to: Vec
  readonly off: boolean
}

/** What is asked when a dot was let go off its path: a breakdown with the point there. */
export interface Asked {
  readonly at: Vec
  readonly number: string
  readonly drafts: readonly Draft[]
}

const nearest = <T extends { far: number }>(all: readonly T[]): T | null =>
  all.filter(x => x.far < GRAB).sort((a, b) => a.far - b.far)[0] ?? null

/** Dragging the dots of arcs: along the path it is spacing, off the path it asks to become a breakdown. */
export class PathTool {
  readonly dragging = shallowRef<Dragging | null>(null)
  readonly asked = shallowRef<Asked | null>(null)
  private readonly desk = useDesk()
  private readonly travel = useTravel()
  private readonly counts = usePaintCounts()

  /** The dot nearest to a point of the column's own space, where it lies now. */
  dotAt(p: Vec, scale: number): PathDot | null {
    const { scene, column, focus } = this.desk
    const lies = placingAt(scene!, column!, focus!.workFrame) ?? SAME
    const [at, px] = [mapped(lies, p), scale / growth(lies)]
    return nearest(
      this.travel.tracks.flatMap(t => t.dots.map(dot => ({ point: t.point, dot, far: distance(dot.at, at) * px }))),
    )
  }

  /** The corner of a shape of the shown drawing that is nearest to a point, where one is near enough. */
  cornerNear(p: Vec, scale: number): Point | null {
    const { scene, focus, stack } = this.desk
    const poses = Object.entries(contentHere(scene!, focus!)?.poses ?? {})
    const corners = poses.flatMap(([subject, pose]) =>
      cornersOf(stack!.subjects[subject]!.figure, pose).map(c => ({
        point: { subject, part: c.id },
        far: distance(c.at, p) * scale,
      })),
    )
    return nearest(corners)?.point ?? null
  }

  begin(found: PathDot): void {
    this.asked.value = null
    this.desk.goTo(found.dot.start)
    const { scene, focus } = this.desk.stored!
    const chart = scene.contents.chartOf(scene.plan, found.dot.drawing.id)
    const way = chart && wayThrough(scene, focus.stack!, chart, found.point)
    if (!chart || !way) return
    if (found.dot.drawing.own) {
      tell(`Drawing ${found.dot.drawing.number} is detached from its chart: it stays where it was drawn.`, {
        detail: 'Return it to its chart (B) to move it along its path.',
      })
      return
    }
    this.dragging.value = { ...found, chart, way, to: found.dot.own, off: false }
  }

  drag(p: Vec, scale: number, { free }: { free: boolean }): void {
    const d = this.dragging.value
    if (!d) return
    const near = nearestOn(d.way, p)
    const off = near.off * scale > OFF_PATH
    this.dragging.value = { ...d, to: p, off }
    if (off) {
      this.desk.drop()
      this.counts.moves += 1
      return
    }
    const { drawing } = d.dot
    const others = d.chart.ticks.filter(t => t.drawing !== drawing.id).map(t => t.u)
    const u = free ? near.u : (snapTo(near.u, others, 0.015)?.u ?? near.u)
    const args = { plan: this.desk.plan!.id, chart: d.chart.id, drawing: drawing.id, u }
    this.desk.tryOut(
      { name: 'chart.tick', args },
      `Drawing ${drawing.number} at ${placeName(u)} of the way. Its frames stay.`,
    )
  }

  end(): void {
    const d = this.dragging.value
    this.dragging.value = null
    if (!d) return
    if (d.off) this.asked.value = this.breakdownAt(d)
    else if (this.desk.preview) this.desk.take()
  }

  cancel(): void {
    this.dragging.value = null
    this.asked.value = null
    this.desk.drop()
  }

  answer({ yes }: { yes: boolean }): void {
    if (yes && this.asked.value) this.desk.run(...this.asked.value.drafts)
    this.asked.value = null
  }

  busy = (): boolean => !!this.dragging.value || !!this.asked.value

  /** The breakdown that a dot off its path would become: a corner takes the whole figure along, a handle is pulled. */
  private breakdownAt({ dot, chart, point, to }: Dragging): Asked | null {
    const { scene, focus, stack } = this.desk
    const split = cut(scene!, focus!, chart, dot.drawing)
    const subject = stack!.subjects[point.subject]!
    const pose = scene!.contents.of(scene!, stack!, dot.drawing.id).poses[point.subject]
    if (!split || !pose) return null
    const handle = handlesOf(subject.figure, pose).find(h => pointOfHandle(subject, h).part === point.part)
    const corner = point.part.includes('#') ? cornerAt(subject.figure, pose, point.part) : null
    if (!handle && !corner) return null
    const posed = corner
      ? { ...pose, place: { x: pose.place.x + to.x - corner.x, y: pose.place.y + to.y - corner.y } }
      : pull(subject.figure, pose, handle!, to, { whole: true })
    const args = { stack: stack!.id, drawing: dot.drawing.id, poses: { [point.subject]: posed } }
    return { at: to, number: dot.drawing.number, drafts: [split, { name: 'drawing.pose', args }] }
  }
}
