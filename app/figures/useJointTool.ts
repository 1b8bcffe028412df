import { shallowRef } from 'vue'
import { toast } from 'vue-sonner'
import type { Joint } from '#core/figure'
import { figureOf, restPose, SHORTEST_LIMB } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance } from '#core/motion'
import { putFigure } from './subjects'
import type { Desk } from '~/desk/desk'
import { newId } from '~/sync/ids'

/** How far from a joint it is taken hold of, px of the screen. */
const NEAR = 10

/** Making a figure of one's own: joints are set on the picture one after another, each hangs on the one that was touched last. */
export function useJointTool(desk: Desk) {
  const joints = shallowRef<Joint[]>([])
  const on = shallowRef<number | null>(null)

  const jointAt = (p: Vec, scale: number): number => joints.value.findIndex(j => distance(j.at, p) * scale < NEAR)

  function click(p: Vec, scale: number): void {
    const known = jointAt(p, scale)
    if (known >= 0) on.value = known
    else if (on.value === null || distance(joints.value[on.value]!.at, p) >= SHORTEST_LIMB) {
      joints.value = [...joints.value, { at: p, on: on.value }]
      on.value = joints.value.length - 1
    }
  }

  /** Takes the joint set last back. */
  function back(): void {
    const gone = joints.value.at(-1)
    joints.value = joints.value.slice(0, -1)
    on.value = joints.value.length ? (gone?.on ?? joints.value.length - 1) : null
  }

  function clear(): void {
    joints.value = []
    on.value = null
  }

  /** The joints as a figure on the drawing under the playhead (a new key where there is none). */
  function make(name: string): boolean {
    try {
      const id = newId()
      const figure = figureOf(id, name, joints.value)
      const done = desk.run(...putFigure(desk, { id, name, kind: 'figure', figure }, restPose(joints.value[0]!.at)))
      if (done) clear()
      return done
    } catch (error) {
      toast((error as Error).message)
      return false
    }
  }

  return { joints, on, click, back, clear, make }
}
