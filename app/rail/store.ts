import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { RAIL, railScale } from './layout'

/** What is picked and lit on the rail. */
export const useRail = defineStore('rail', () => {
  /** Exposures that are dragged together. */
  const picked = shallowRef<ReadonlySet<string>>(new Set())
  /** The chart under the pointer: all its passes light up. */
  const lit = ref<string | null>(null)
  /** How wide the rail is drawn, px. */
  const width = ref(RAIL)
  const scale = computed(() => railScale(width.value))
  function reset(): void {
    picked.value = new Set()
    lit.value = null
  }
  return { picked, lit, width, scale, reset }
})
