import { computed } from 'vue'
import type { Affine } from '#core/motion'
import { SAME } from '#core/motion'
import { useDesk } from '~/desk/desk'
import { rideName } from '~/sheet/carry'
import { steadyMap } from './steady'
import { usePicture } from './store'

/** The picture with the movement of a part cancelled, so that it stands still while the frames go by. */
export function useSteady() {
  const [desk, picture] = [useDesk(), usePicture()]
  const on = (frame: number): Affine =>
    picture.steady && desk.scene ? steadyMap(desk.scene, picture.steady, frame) : SAME
  const now = computed(() => on(desk.frame))
  const words = computed(() =>
    picture.steady && desk.scene ? `Held still: ${rideName(desk.scene, picture.steady.on)}` : null,
  )
  return { on, now, words }
}
