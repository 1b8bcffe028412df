import { defineStore } from 'pinia'
import { ref } from 'vue'

/** The panels of which one at a time is open beside the picture. */
export type SidePanelName = 'tray' | 'poses' | 'shot' | 'states' | 'parts' | 'reshape'

export const useSide = defineStore('side', () => {
  const open = ref<SidePanelName | null>(null)
  const toggle = (panel: SidePanelName): void => {
    open.value = open.value === panel ? null : panel
  }
  function reset(): void {
    open.value = null
  }
  return { open, toggle, reset }
})
