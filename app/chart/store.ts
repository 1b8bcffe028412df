import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { useSide } from '~/ui/side'
import type { Spacing } from './spans'

/** The chart that is open, and the spacing that was copied. */
export const useCharts = defineStore('charts', () => {
  /** By the exposure that its pass begins with; `tab` counts from 0. */
  const shown = shallowRef<{ run: string; tab: number } | null>(null)
  const copied = shallowRef<Spacing | null>(null)

  /** Opens the chart of a pass in the side slot. */
  function show(run: string, tab = 0): void {
    shown.value = { run, tab }
    useSide().open = 'chart'
  }
  function reset(): void {
    shown.value = null
  }
  return { shown, copied, show, reset }
})
