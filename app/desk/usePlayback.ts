import { onScopeDispose, watch } from 'vue'
import { frameStart, loopFrame, perSecond } from '#core/time'
import { useDesk } from './desk'
import { usePlayer } from './player'

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
 * Plays the range in a loop by the display's clock. A late display frame skips frames of the shot and never slows it;
 * what was skipped is counted.
 */
class Playback {
  private readonly desk = useDesk()
  private readonly player = usePlayer()
  private asked = 0
  private began = 0
  private from = 1
  private last = -1

  start(): void {
    const { first, last } = this.player.played
    const { frame } = this.desk
    this.from = frame < first || frame >= last ? first : frame
    this.player.skipped = 0
    this.last = -1
    this.asked = requestAnimationFrame(now => {
      this.began = now
      this.tick(now)
    })
  }

  /** A new range or rate while playing starts the count anew from where it is. */
  goOn(): void {
    const { first, last } = this.player.played
    this.from = Math.max(first, Math.min(this.desk.frame, last))
    this.began = performance.now()
    this.last = -1
  }

  stop(): void {
    cancelAnimationFrame(this.asked)
  }

  private tick(now: number): void {
    if (!this.desk.playing || !this.desk.shot) return
    const rate = this.player.trialRate ?? this.desk.shot.rate
    const elapsed = Math.max(0, (now - this.began) / 1000)
    const count = Math.floor(elapsed * perSecond(rate) + 1e-6)
    if (count !== this.last) {
      const { first, last } = this.player.played
      const skipped = this.last < 0 ? 0 : Math.max(0, count - this.last - 1)
      this.player.skipped += skipped
      this.desk.frame = loopFrame(elapsed, this.from, first, last, rate)
      const due = this.began + frameStart(count + 1, rate) * 1000
      for (const w of watchers) w({ frame: this.desk.frame, due, at: now, skipped })
      this.last = count
    }
    this.asked = requestAnimationFrame(next => this.tick(next))
  }
}

/** Plays while the desk says so. */
export function usePlayback(): void {
  const [desk, player] = [useDesk(), usePlayer()]
  const playback = new Playback()
  watch(
    () => desk.playing,
    playing => {
      playback.stop()
      if (playing) playback.start()
    },
  )
  watch([() => player.played.first, () => player.played.last, () => player.trialRate], () => {
    if (desk.playing) playback.goOn()
  })
  onScopeDispose(() => playback.stop())
}
