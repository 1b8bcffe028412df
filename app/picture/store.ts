import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import { ref, shallowRef } from 'vue'
import type { Lens } from './lens'
import { STRAIGHT } from './lens'
import type { Steady } from './steady'

/** How the picture lies under the pen, and what is flipped through. */
export const usePicture = defineStore('picture', () => {
  const lens = shallowRef<Lens>(STRAIGHT)
  /** The size of the box that the picture is seen in, px of the screen. */
  const box = shallowRef({ width: 0, height: 0 })
  /** A drawing that is looked at instead of the one on the frame, while flipping. */
  const flip = shallowRef<string | null>(null)
  /** What is flipped through while a key is held. */
  const flipping = ref<'neighbours' | 'selection' | 'pinned' | null>(null)

  /** What is held still, while the picture moves about it. */
  const steady = shallowRef<Steady | null>(null)

  /** Whether the edge of the frame is drawn on the paper, and the part of it that is safe for action. */
  const edge = useRemembered('fintro-frame-edge', true)
  const safe = useRemembered('fintro-action-safe', false)

  function reset(): void {
    lens.value = STRAIGHT
    flip.value = null
    flipping.value = null
    steady.value = null
  }

  return { lens, box, flip, flipping, steady, edge: skipHydrate(edge), safe: skipHydrate(safe), reset }
})
