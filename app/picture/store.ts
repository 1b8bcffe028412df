import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import { ref, shallowRef } from 'vue'
import type { Lens } from './lens'
import { STRAIGHT } from './lens'

/** How the picture lies under the pen, and what is flipped through. */
export const usePicture = defineStore('picture', () => {
  const lens = shallowRef<Lens>(STRAIGHT)
  /** The size of the box that the picture is seen in, px of the screen. */
  const box = shallowRef({ width: 0, height: 0 })
  /** A drawing that is looked at instead of the one on the frame, while rocking or flipping. */
  const flip = shallowRef<string | null>(null)
  /** What is flipped through while a key is held. */
  const flipping = ref<'rock' | 'selection' | 'pinned' | null>(null)
  /** How many neighbours are rocked between, and how many drawings a second are shown then. */
  const rock = useRemembered<{ n: number; speed: number }>('fintro-rock', { n: 2, speed: 4 })

  function reset(): void {
    lens.value = STRAIGHT
    flip.value = null
    flipping.value = null
  }

  return { lens, box, flip, flipping, rock: skipHydrate(rock), reset }
})
