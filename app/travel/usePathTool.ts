import { shallowRef } from 'vue'
import { toast } from 'vue-sonner'
import { placeName, snapTo } from '#core/chart'
import type { Handle } from '#core/figure'
import { cornerAt, cornersOf, handlesOf, pull } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance } from '#core/motion'
import type { Dot, Point } from '#core/travel'
import { nearestOn, wayThrough } from '#core/travel'
import type { Chart } from '#core/document'
import { cut } from '~/chart/spans'
import type { Desk } from '~/desk/desk'
import type { Draft } from '~/sync/session'

/** Farther than this from its path, screen px, a dot asks to become a breakdown. */
const OFF_PATH = 16
const GRAB = 9

/** The point that a handle of a figure stands for. */
export function pointOfHandle(desk: Desk, subject: string, handle: Handle): Point {
  const chain =
    handle.kind === 'reach' ? desk.stack!.subjects[subject]!.figure.chains.find(c => c.id === handle.id) : null
  return { subject, part: handle.kind === 'place' ? 'place' : chain ? chain.lower : handle.id }
}

interface Dragging {
  point: Point
  dot: Dot
  chart: Chart
  way: (u: number) => Vec
  to: Vec
  off: boolean
}
/** What is asked when a dot was let go off its path: a breakdown with the point there. */
export interface Asked {
  readonly at: Vec
  readonly number: string
  readonly drafts: readonly Draft[]
}

/** Dragging the dots of arcs: along the path it is spacing, off the path it asks to become a breakdown. */
export function usePathTool(desk: Desk) {
  const dragging = shallowRef<Dragging | null>(null)
  const asked = shallowRef<Asked | null>(null)

  function dotAt(p: Vec, scale: number): { point: Point; dot: Dot } | null {
    const all = desk.tracks.flatMap(t => t.dots.map(dot => ({ point: t.point, dot, far: distance(dot.at, p) * scale })))
    return all.filter(d => d.far < GRAB).sort((a, b) => a.far - b.far)[0] ?? null
  }

  /** The corner of a shape of the shown drawing that is nearest to a point, where one is near enough. */
  function cornerNear(p: Vec, scale: number): Point | null {
    const content = desk.drawing && desk.contents.of(desk.shown!, desk.plan!, desk.stack!, desk.drawing.id)
    const all = Object.entries(content?.poses ?? {}).flatMap(([subject, pose]) =>
      cornersOf(desk.stack!.subjects[subject]!.figure, pose).map(c => ({
        point: { subject, part: c.id },
        far: distance(c.at, p) * scale,
      })),
    )
    return all.filter(c => c.far < GRAB).sort((a, b) => a.far - b.far)[0]?.point ?? null
  }

  function begin(found: { point: Point; dot: Dot }): void {
    asked.value = null
    desk.goTo(found.dot.start)
    const chart = desk.contents.chartOf(desk.plan!, found.dot.drawing.id)
    const way = chart && wayThrough(desk.contents, desk.shot!, desk.plan!, desk.stack!, chart, found.point)
    if (!chart || !way) return
    if (found.dot.drawing.own) {
      toast(`Drawing ${found.dot.drawing.number} is its own: it stays where it was drawn.`, {
        description: 'Give it back to its chart (B) to move it along its path.',
      })
      return
    }
    dragging.value = { ...found, chart, way, to: found.dot.at, off: false }
  }

  function drag(p: Vec, scale: number, free: boolean): void {
    const d = dragging.value
    if (!d) return
    const near = nearestOn(d.way, p)
    const off = near.off * scale > OFF_PATH
    dragging.value = { ...d, to: p, off }
    if (off) {
      desk.drop()
      desk.moves += 1
      return
    }
    const others = d.chart.ticks.filter(t => t.drawing !== d.dot.drawing.id).map(t => t.u)
    const u = free ? near.u : (snapTo(near.u, others, 0.015)?.u ?? near.u)
    desk.tryOut(
      { name: 'chart.tick', args: { plan: desk.plan!.id, chart: d.chart.id, drawing: d.dot.drawing.id, u } },
      `Drawing ${d.dot.drawing.number} at ${placeName(u)} of the way. Its frames stay.`,
    )
  }

  function end(): void {
    const d = dragging.value
    dragging.value = null
    if (!d) return
    if (!d.off) {
      if (desk.preview) desk.take()
      return
    }
    const split = cut(desk, d.chart, d.dot.drawing)
    const subject = desk.stack!.subjects[d.point.subject]!
    const pose = desk.contents.of(desk.shot!, desk.plan!, desk.stack!, d.dot.drawing.id).poses[d.point.subject]
    const handle =
      pose && handlesOf(subject.figure, pose).find(h => pointOfHandle(desk, d.point.subject, h).part === d.point.part)
    const corner = pose && d.point.part.includes('#') ? cornerAt(subject.figure, pose, d.point.part) : null
    if (!split || !pose || (!handle && !corner)) return
    // A corner takes the whole figure along; a handle is pulled.
    const posed = corner
      ? { ...pose, place: { x: pose.place.x + d.to.x - corner.x, y: pose.place.y + d.to.y - corner.y } }
      : pull(subject.figure, pose, handle!, d.to, { whole: true })
    asked.value = {
      at: d.to,
      number: d.dot.drawing.number,
      drafts: [
        split,
        {
          name: 'drawing.pose',
          args: { stack: desk.stack!.id, drawing: d.dot.drawing.id, poses: { [d.point.subject]: posed } },
        },
      ],
    }
  }

  function cancel(): void {
    dragging.value = null
    asked.value = null
    desk.drop()
  }
  function answer(yes: boolean): void {
    if (yes && asked.value) desk.run(...asked.value.drafts)
    asked.value = null
  }
  return { dragging, asked, cornerNear, dotAt, begin, drag, end, cancel, answer }
}
