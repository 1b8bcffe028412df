import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import { ref } from 'vue'

/** Where new poses come. */
export const usePoses = defineStore('poses', () => {
  /** At the playhead, or so many frames after the last begins. */
  const newAt = useRemembered<{ every: boolean; n: number }>('fintro-new-at', { every: false, n: 8 })
  /** The form that adds a pose is open. */
  const adding = ref(false)
  function reset(): void {
    adding.value = false
  }
  return { newAt: skipHydrate(newAt), adding, reset }
})
