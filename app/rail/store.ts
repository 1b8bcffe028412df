import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'

/** What is picked and lit on the rail. */
export const useRail = defineStore('rail', () => {
  /** Exposures that are dragged together. */
  const picked = shallowRef<ReadonlySet<string>>(new Set())
  /** The chart under the pointer: all its passes light up. */
  const lit = ref<string | null>(null)
  function reset(): void {
    picked.value = new Set()
    lit.value = null
  }
  return { picked, lit, reset }
})
