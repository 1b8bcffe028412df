import { defineStore } from 'pinia'
import { computed } from 'vue'
import { useRemembered } from '~/ui/remembered'

/** How one flips: between how many neighbouring drawings, and how many of them a second. */
export const useFlipping = defineStore('flipping', () => {
  const kept = useRemembered<{ n: number; speed: number }>('fintro-rock', { n: 2, speed: 4 })
  const set = (change: Partial<{ n: number; speed: number }>): void => {
    kept.value = { ...kept.value, ...change }
  }
  return { n: computed(() => kept.value.n), speed: computed(() => kept.value.speed), set }
})
