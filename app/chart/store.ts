import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Spacing } from './spans'

/** The chart that is open, and the spacing that was copied. */
export const useCharts = defineStore('charts', () => {
  /** By the exposure that its pass begins with. */
  const panel = shallowRef<{ run: string; tab?: number } | null>(null)
  const copied = shallowRef<Spacing | null>(null)
  function reset(): void {
    panel.value = null
  }
  return { panel, copied, reset }
})
