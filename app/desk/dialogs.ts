import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Which dialog of the desk is open. */
export const useDialogs = defineStore('dialogs', () => {
  const open = ref<'search' | 'shortcuts' | 'saving' | null>(null)
  function reset(): void {
    open.value = null
  }
  return { open, reset }
})
