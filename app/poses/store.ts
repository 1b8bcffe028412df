import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'

/** Where new poses come. */
export const usePoses = defineStore('poses', () => {
  /** At the playhead, or so many frames after the last begins. */
  const newAt = useRemembered<{ every: boolean; n: number }>('fintro-new-at', { every: false, n: 8 })
  return { newAt: skipHydrate(newAt) }
})
