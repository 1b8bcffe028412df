import { defineStore, skipHydrate } from 'pinia'
import { computed, markRaw, ref, shallowRef } from 'vue'
import type { Playing } from '#core/pass'
import { Played } from '#core/pass'
import type { Frames } from '#core/sheet'
import type { Rate } from '#core/time'
import { useRemembered } from '~/ui/remembered'
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

/** The frames of a range that are played one after the other: all, or those that are not left out; never none. */
export function framesPlayed({ first, last }: Frames, leftOut: readonly number[]): readonly number[] {
  const all = Array.from({ length: last - first + 1 }, (_, i) => first + i)
  if (!leftOut.length) return all
  const out = new Set(leftOut)
  const left = all.filter(f => !out.has(f))
  return left.length ? left : all
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
  /** What is played where nothing is drawn yet, and whether only poses are. */
  const how = useRemembered<Playing>('fintro-playing', { undrawn: 'hold', posesOnly: false }, { mergeDefaults: true })
  function playAs(change: Partial<Playing>): void {
    how.value = { ...how.value, ...change }
  }
  const view = computed(() => (desk.scene ? markRaw(new Played(desk.scene, how.value)) : null))
  /** The frames that playback loops over, one by one. */
  const frames = computed<readonly number[]>(before => {
    const leftOut = desk.column && view.value ? view.value.leftOut(desk.column, played.value) : []
    const now = framesPlayed(played.value, leftOut)
    return before?.length === now.length && now.every((f, i) => f === before[i]) ? before : now
  })
  function reset(): void {
    loop.value = null
    trialRate.value = null
    skipped.value = 0
  }
  return { loop, trialRate, skipped, range, played, how: skipHydrate(how), playAs, view, frames, reset }
})
