import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Frames } from '#core/sheet'
import type { Rate } from '#core/time'
import { useDesk } from './desk'
import { exposedEnd } from './scene'

/**
 * The frames that are looped over. Where none were set, those up to the last exposure: a shot that is not exposed to its
 * end yet does not wait there.
 */
export function playedFrames(loop: Frames | null, length: number, exposed: number): Frames {
  if (!loop) return { first: 1, last: exposed > 0 ? Math.min(exposed, length) : length }
  const first = Math.min(loop.first, length)
  return { first, last: Math.max(first, Math.min(loop.last, length)) }
}

/** What is played, and how. */
export const usePlayer = defineStore('player', () => {
  const desk = useDesk()
  /** The frames that are looped over; null for the whole shot. */
  const loop = shallowRef<Frames | null>(null)
  /** A rate that is only tried in playback. */
  const trialRate = shallowRef<Rate | null>(null)
  /** Frames that were skipped since playing began. */
  const skipped = ref(0)
  /** The frames that were set, or the whole shot. */
  const range = computed(() => {
    const length = desk.shown?.length ?? 1
    return playedFrames(loop.value, length, length)
  })
  /** The frames that playback loops over. */
  const played = computed(() => playedFrames(loop.value, desk.shown?.length ?? 1, exposedEnd(desk.columns)))
  function reset(): void {
    loop.value = null
    trialRate.value = null
    skipped.value = 0
  }
  return { loop, trialRate, skipped, range, played, reset }
})
