import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'

/**
 * What one can point at: frames of the sheet, a drawing (a bar, a card), drawings of the tray, what is drawn on the
 * picture, words that are read. */
export type Pointed = 'sheet' | 'drawing' | 'tray' | 'picture' | 'reading'

const KINDS: readonly string[] = ['sheet', 'drawing', 'tray', 'picture', 'reading'] satisfies Pointed[]

/**
 * Where one last pointed: Copy and Delete are meant for that. An element says what it is by `data-points`; a
 * click on anything else changes nothing.
 */
export const usePointed = defineStore('pointed', () => {
  const at = ref<Pointed>('sheet')
  function point(e: Event): void {
    const kind = (e.target as Element | null)?.closest<HTMLElement>('[data-points]')?.dataset.points
    if (kind && KINDS.includes(kind)) at.value = kind as Pointed
  }
  /** Drawings that are selected in the tray, the last one pointed at last. */
  const drawings = shallowRef<readonly string[]>([])
  /** What was copied last: that is what is pasted. */
  const copied = ref<'frames' | 'art' | null>(null)
  function reset(): void {
    at.value = 'sheet'
    copied.value = null
    drawings.value = []
  }
  return { at, copied, drawings, point, reset }
})
