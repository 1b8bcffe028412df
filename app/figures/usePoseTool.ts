import { computed, shallowRef } from 'vue'
import type { Figure, Handle, Pose } from '#core/figure'
import { handlesOf, movedParts, pull } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance } from '#core/motion'
import type { Content } from '#core/document'
import type { Hovered, Posed } from './draw-handles'
import { fixOf } from '~/desk/wishes'
import type { Desk } from '~/desk/desk'

const GRAB = 11

interface Hit {
  readonly subject: string
  readonly figure: Figure
  readonly pose: Pose
  readonly handle: Handle
}

/** Posing the figures on the shown drawing by their handles. */
export function usePoseTool(desk: Desk) {
  const content = computed<Content | null>(() =>
    desk.drawing ? desk.contents.of(desk.shown!, desk.plan!, desk.stack!, desk.drawing.id) : null,
  )
  const posed = computed<Posed[]>(() =>
    Object.values(desk.stack?.subjects ?? {}).flatMap(subject => {
      const pose = content.value?.poses[subject.id]
      return pose ? [{ subject, pose }] : []
    }),
  )
  const hovered = shallowRef<Hovered | null>(null)
  let posing: { subject: string; figure: Figure; start: Pose; handle: Handle; off: Vec } | null = null

  /** The handle nearest to a point; near limbs lie on top, and are taken before the far ones under them. */
  function handleAt(p: Vec, scale: number): Hit | null {
    const all = posed.value.flatMap(({ subject, pose }) =>
      handlesOf(subject.figure, pose).map(handle => ({ subject: subject.id, figure: subject.figure, pose, handle })),
    )
    const near = all.map(h => ({ ...h, far: distance(h.handle.at, p) * scale })).filter(h => h.far < GRAB)
    return (
      near.sort(
        (a, b) => a.far - b.far + (a.handle.id.startsWith('far') ? 3 : 0) - (b.handle.id.startsWith('far') ? 3 : 0),
      )[0] ?? null
    )
  }
  function hover(p: Vec | null, scale: number): void {
    const hit = p && handleAt(p, scale)
    if (hit?.handle.id !== hovered.value?.handle.id || hit?.subject !== hovered.value?.subject) hovered.value = hit
  }
  function begin(hit: Hit, p: Vec): void {
    desk.playing = false
    posing = {
      subject: hit.subject,
      figure: hit.figure,
      start: hit.pose,
      handle: hit.handle,
      off: { x: hit.handle.at.x - p.x, y: hit.handle.at.y - p.y },
    }
  }
  function move(p: Vec, { shiftKey, altKey }: PointerEvent): void {
    const { subject, figure, start, handle, off } = posing!
    const pose = pull(figure, start, handle, { x: p.x + off.x, y: p.y + off.y }, { whole: shiftKey, hands: altKey })
    const base = desk.shot!.stacks[desk.stack!.id]!.drawings[desk.drawing!.id]!
    const words = `${handle.kind === 'turn' ? 'Turn' : 'Pull'}: ${handle.name}`
    const chart = base.fixed && !base.own ? desk.contents.chartOf(desk.plan!, base.id) : null
    if (chart) {
      // A breakdown of some parts fixes what was moved, and what it fixed before.
      const old = base.fixed![subject]
      const moved = movedParts(start, pose)
      desk.tryOut(
        {
          name: 'drawing.fix',
          args: {
            plan: desk.plan!.id,
            chart: chart.id,
            drawing: base.id,
            fixed: { ...base.fixed, [subject]: { ...old, ...moved, angles: { ...old?.angles, ...moved.angles } } },
          },
        },
        `${words}. Only what is moved is fixed.`,
      )
      return
    }
    desk.tryOut(
      {
        name: 'drawing.pose',
        args: {
          stack: desk.stack!.id,
          drawing: base.id,
          poses: { [subject]: pose },
          ...fixOf({ ...desk, drawing: base }, base),
        },
      },
      words,
    )
  }
  function end(): void {
    posing = null
    if (desk.preview) desk.take()
  }
  return {
    posed,
    hovered,
    handleAt,
    hover,
    begin,
    move,
    end,
    busy: () => posing !== null,
    cancel: () => {
      posing = null
    },
  }
}
