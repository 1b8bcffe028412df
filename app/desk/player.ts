import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Frames } from '#core/sheet'
import type { Rate } from '#core/time'
import { useDesk } from './desk'

/** What is played, and how. */
export const usePlayer = defineStore('player', () => {
  const desk = useDesk()
  /** The frames that are looped over; null for the whole shot. */
  const loop = shallowRef<Frames | null>(null)
  /** A rate that is only tried in playback. */
  const trialRate = shallowRef<Rate | null>(null)
  /** Frames that were skipped since playing began. */
  const skipped = ref(0)
  const range = computed<Frames>(() => {
    const length = desk.shown?.length ?? 1
    const first = Math.min(loop.value?.first ?? 1, length)
    return { first, last: Math.max(first, Math.min(loop.value?.last ?? length, length)) }
  })
  function reset(): void {
    loop.value = null
    trialRate.value = null
    skipped.value = 0
  }
  return { loop, trialRate, skipped, range, reset }
})
