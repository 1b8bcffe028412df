import { defineStore, skipHydrate } from 'pinia'
import { computed, ref } from 'vue'
import { useDesk } from '~/desk/desk'
import { useRemembered } from '~/ui/remembered'
import type { PoseWhere } from './new-pose'

/** Where new poses come. */
export const usePoses = defineStore('poses', () => {
  const desk = useDesk()
  /** In this shot they come so many frames after the last begins; null where they come at the playhead. */
  const every = computed(() => desk.shot?.newEvery ?? null)
  /** The number of frames that was set last, offered where there is none. */
  const frames = useRemembered('fintro-new-every', 8)
  /** The frame on which the playhead was left when a pose was added: elsewhere it was placed by hand. */
  const left = ref(1)

  /** Sets how many frames after the last one begins a new pose comes; null for the playhead. */
  function setEvery(n: number | null): void {
    if (n !== null) frames.value = Math.max(1, Math.min(999, Math.round(n) || 1))
    const newEvery = n === null ? null : frames.value
    if (newEvery !== every.value) desk.run({ name: 'shot.set', args: { newEvery } })
  }

  /** Where the next one comes: a playhead that was placed by hand wins. */
  const where = computed<PoseWhere>(() =>
    every.value !== null && desk.column?.runs.count && desk.workFrame === left.value
      ? { afterLast: every.value }
      : 'playhead',
  )
  function reset(): void {
    left.value = 1
  }
  return { every, frames: skipHydrate(frames), left, where, setEvery, reset }
})
