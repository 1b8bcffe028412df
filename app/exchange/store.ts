import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'

/** What comes in and goes out. */
export const useExchange = defineStore('exchange', () => {
  /** Files that are brought in; an empty list asks for some. */
  const importing = shallowRef<readonly File[] | null>(null)
  /** The export dialog is open. */
  const exporting = ref(false)
  function reset(): void {
    importing.value = null
    exporting.value = false
  }
  return { importing, exporting, reset }
})
