import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Which form about figures is open. */
export const useFigures = defineStore('figures', () => {
  /** Pinning parts to places. */
  const pinning = ref(false)
  function reset(): void {
    pinning.value = false
  }
  return { pinning, reset }
})
