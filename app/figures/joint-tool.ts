import { shallowRef } from 'vue'
import { tell } from '~/ui/messages'
import type { Joint } from '#core/figure'
import { figureOf, restPose, SHORTEST_LIMB } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance } from '#core/motion'
import { useDesk } from '~/desk/desk'
import { newId } from '~/sync/ids'
import { putFigure } from './subjects'

/** How far from a joint it is taken hold of, px of the screen. */
const NEAR = 10

/**
 * Making a figure of one's own: joints are set on the picture one after another, each hangs on the one that was touched
 * last.
 */
export class JointTool {
  readonly joints = shallowRef<Joint[]>([])
  readonly on = shallowRef<number | null>(null)
  private readonly desk = useDesk()

  click(p: Vec, scale: number): void {
    const [joints, on] = [this.joints.value, this.on.value]
    const known = joints.findIndex(j => distance(j.at, p) * scale < NEAR)
    if (known >= 0) this.on.value = known
    else if (on === null || distance(joints[on]!.at, p) >= SHORTEST_LIMB) {
      this.joints.value = [...joints, { at: p, on }]
      this.on.value = joints.length
    }
  }

  /** Takes the joint set last back. */
  back(): void {
    const gone = this.joints.value.at(-1)
    const left = this.joints.value.slice(0, -1)
    this.joints.value = left
    this.on.value = left.length ? (gone?.on ?? left.length - 1) : null
  }

  clear(): void {
    this.joints.value = []
    this.on.value = null
  }

  /** The joints as a figure on the drawing under the playhead (a new key where there is none). */
  make(name: string): boolean {
    const { scene, focus } = this.desk
    try {
      const id = newId()
      const figure = figureOf(id, name, this.joints.value)
      const pose = restPose(this.joints.value[0]!.at)
      const done = this.desk.run(...putFigure(scene!, focus!, { id, name, kind: 'figure', figure }, pose))
      if (done) this.clear()
      return done
    } catch (error) {
      tell((error as Error).message)
      return false
    }
  }
}
