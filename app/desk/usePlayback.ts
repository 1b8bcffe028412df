import { onScopeDispose, watch } from 'vue'
import type { Rate } from '#core/time'
import { frameStart, loopFrame, perSecond } from '#core/time'
import { useDesk } from './desk'
import type { PlayClock } from './play-clock'
import { displayClock } from './play-clock'
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
 * Plays the range in a loop by a clock: the display's, or that of the sound. A late display frame skips frames of the
 * shot and never slows it; what was skipped is counted.
 */
class Playback {
  private readonly desk = useDesk()
  private readonly player = usePlayer()
  private asked = 0
  /** Where in the frames that are played it began, from 1. */
  private from = 1
  private last = -1

  constructor(private readonly clock: PlayClock) {}

  start(): void {
    const { frames } = this.player
    const at = this.placeOf(this.desk.frame)
    this.from = at >= frames.length ? 1 : at
    this.player.skipped = 0
    this.last = -1
    this.asked = requestAnimationFrame(now => {
      this.begin(now)
      this.tick(now)
    })
  }

  /** A new range or rate while playing starts the count anew from where it is. */
  goOn(): void {
    this.from = this.placeOf(this.desk.frame)
    this.begin(performance.now())
    this.last = -1
  }

  private begin(now: number): void {
    if (this.desk.shot) this.clock.start(now, { frames: this.player.frames, from: this.from, rate: this.rate })
  }
  private get rate(): Rate {
    return this.player.trialRate ?? this.desk.shot!.rate
  }

  /** The place of a frame among those that are played, from 1: of the first that is not before it, else of the last. */
  private placeOf(frame: number): number {
    const { frames } = this.player
    const i = frames.findIndex(f => f >= frame)
    return i < 0 ? frames.length : i + 1
  }

  stop(): void {
    cancelAnimationFrame(this.asked)
    this.clock.stop()
  }

  private tick(now: number): void {
    if (!this.desk.playing || !this.desk.shot) return
    const { rate } = this
    const elapsed = Math.max(0, this.clock.seconds(now))
    const count = Math.floor(elapsed * perSecond(rate) + 1e-6)
    if (count !== this.last) {
      const { frames } = this.player
      const skipped = this.last < 0 ? 0 : Math.max(0, count - this.last - 1)
      this.player.skipped += skipped
      this.desk.frame = frames[loopFrame(elapsed, this.from, 1, frames.length, rate) - 1]!
      const due = now - (elapsed - frameStart(count + 1, rate)) * 1000
      for (const w of watchers) w({ frame: this.desk.frame, due, at: now, skipped })
      this.last = count
    }
    this.asked = requestAnimationFrame(next => this.tick(next))
  }
}

/** Plays while the desk says so. */
export function usePlayback(clock: PlayClock = displayClock()): void {
  const [desk, player] = [useDesk(), usePlayer()]
  const playback = new Playback(clock)
  watch(
    () => desk.playing,
    playing => {
      playback.stop()
      if (playing) playback.start()
    },
  )
  watch([() => player.frames, () => player.trialRate], () => {
    if (desk.playing) playback.goOn()
  })
  onScopeDispose(() => playback.stop())
}
