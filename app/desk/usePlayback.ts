import { onScopeDispose, watch } from 'vue'
import { frameStart, loopFrame, perSecond } from '#core/time'
import type { Desk } from './desk'

/** What playback did, for those who measure it: each frame shown, when, and when it was due by the clock. */
export interface Shown {
  readonly frame: number
  readonly due: number
  readonly at: number
  readonly skipped: number
}
const watchers = new Set<(s: Shown) => void>()
export const onShown = (call: (s: Shown) => void): (() => void) => {
  watchers.add(call)
  return () => watchers.delete(call)
}

/**
 * Plays the range in a loop by the display's clock. A late display frame skips frames of the shot and never slows it; what
 * was skipped is counted.
 */
export function usePlayback(desk: Desk): { toggle: () => void } {
  /** The rate that is played at: the shot's own, or one that is only tried. */
  const rate = () => desk.trialRate ?? desk.shot!.rate
  let asked = 0
  let began = 0
  let from = 1
  let last = -1

  function tick(now: number): void {
    if (!desk.playing || !desk.shot) return
    const { first, last: end } = desk.playRange
    const elapsed = Math.max(0, (now - began) / 1000)
    const count = Math.floor(elapsed * perSecond(rate()) + 1e-6)
    if (count !== last) {
      const skipped = Math.max(0, count - last - 1)
      desk.skipped += last < 0 ? 0 : skipped
      desk.frame = loopFrame(elapsed, from, first, end, rate())
      if (watchers.size)
        for (const w of watchers)
          w({
            frame: desk.frame,
            due: began + frameStart(count + 1, rate()) * 1000,
            at: now,
            skipped: last < 0 ? 0 : skipped,
          })
      last = count
    }
    asked = requestAnimationFrame(tick)
  }

  watch(
    () => desk.playing,
    playing => {
      cancelAnimationFrame(asked)
      if (!playing) return
      const { first, last: end } = desk.playRange
      from = desk.frame < first || desk.frame >= end ? first : desk.frame
      desk.skipped = 0
      last = -1
      asked = requestAnimationFrame(now => {
        began = now
        tick(now)
      })
    },
  )
  // A new range or rate while playing starts the count anew from where it is.
  watch([() => desk.playRange.first, () => desk.playRange.last, () => desk.trialRate], () => {
    if (!desk.playing) return
    from = Math.max(desk.playRange.first, Math.min(desk.frame, desk.playRange.last))
    began = performance.now()
    last = -1
  })
  onScopeDispose(() => cancelAnimationFrame(asked))
  return {
    toggle: () => {
      desk.playing = !desk.playing
    },
  }
}
