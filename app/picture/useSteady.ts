import { computed } from 'vue'
import type { Affine } from '#core/motion'
import { SAME } from '#core/motion'
import { useDesk } from '~/desk/desk'
import { steadyMap } from './steady'
import type { ViewId } from './store'
import { usePicture } from './store'

/** The picture with the movement of a part cancelled, so that it stands still while the frames go by. */
export function useSteady(view: ViewId) {
  const [desk, picture] = [useDesk(), usePicture()]
  const held = computed(() => picture.holds(view))
  const on = (frame: number): Affine =>
    held.value && desk.scene ? steadyMap(desk.scene, picture.steady!, frame) : SAME
  const now = computed(() => on(desk.frame))
  return { on, now, held }
}
