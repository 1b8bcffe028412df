import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Which dialog of the desk is open. */
export const useDialogs = defineStore('dialogs', () => {
  const open = ref<'search' | 'shortcuts' | 'saving' | null>(null)
  /** The name of the shot is being typed. */
  const renaming = ref(false)
  function reset(): void {
    open.value = null
    renaming.value = false
  }
  return { open, renaming, reset }
})
