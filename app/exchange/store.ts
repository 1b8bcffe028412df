import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { useSide } from '~/ui/side'

/** What comes in. */
export const useExchange = defineStore('exchange', () => {
  /** Files that wait to be imported. */
  const waiting = shallowRef<readonly File[]>([])

  /** Opens the import of drawings; with files, of these. */
  function importFiles(files: readonly File[] = []): void {
    waiting.value = [...waiting.value, ...files]
    useSide().open = 'import'
  }
  function reset(): void {
    waiting.value = []
  }
  return { waiting, importFiles, reset }
})
