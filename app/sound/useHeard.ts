import { onScopeDispose, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import type { Stereo } from '#core/sound'
import { Along, resampled } from '#core/sound'
import type { Rate } from '#core/time'
import { perSecond, sampleOf, SOUND_CLOCK } from '#core/time'
import { useDesk } from '~/desk/desk'
import type { PlayClock, PlayedNow } from '~/desk/play-clock'
import { displayClock } from '~/desk/play-clock'
import { tell } from '~/ui/messages'
import type { Read } from './engine'
import { SoundEngine } from './engine'
import { useSounds } from './store'

/** Keeps the pitch at trial rates; it comes with the first sound, so that shots without one do without it. */
let stretching: typeof import('./stretch') | null = null
const fetchStretching = async (): Promise<void> => void (stretching ??= await import('./stretch'))

/** What sounds again and again without the picture has a pause of so many seconds in between. */
const PAUSE = 0.25

/**
 * Lets the sounds of the shot be heard: while it plays, its clock leading the picture; while one steps or scrubs, the
 * frames that are come to; and selected frames again and again. Gives the clock that playback goes by.
 */
export function useHeard(): PlayClock {
  const [desk, sounds] = [useDesk(), useSounds()]
  const engine = new SoundEngine(() => (sounds.how.off ? 0 : sounds.how.volume / 100))
  const silent = useSilentTold(engine)
  const { clock, leads } = useSoundClock(engine, silent)
  useScrubbed(engine)
  useHeardOnce(engine)
  useHeardAgain(engine, silent)
  watch(
    () => sounds.parts,
    () => {
      if (desk.playing ? leads() : sounds.hearing) engine.refresh()
    },
  )
  watch(
    () => sounds.list.length > 0,
    has => void (has && fetchStretching()),
    { immediate: true },
  )
  watch(
    () => sounds.how,
    () => engine.setLevel(),
  )
  useEventListener('pagehide', () => engine.stop())
  onScopeDispose(() => engine.close())
  return clock
}

const isHeard = (): boolean => useSounds().parts.length > 0 && !useSounds().how.off

/** What sounds while frames are played, at the rate they are shown. */
function readOf(played: PlayedNow): Read {
  const [desk, sounds] = [useDesk(), useSounds()]
  const { rate } = desk.shot!
  const along = new Along(played.frames, rate)
  const begin = along.startOf(played.from)
  const speed = perSecond(played.rate) / perSecond(rate)
  // Before its first sample there is silence.
  const plain: Read = (from, count) => {
    const none = Math.min(count, Math.max(0, -from))
    const heard = along.read(begin + from + none, count - none, sounds.hear)
    return none ? later(heard, none) : heard
  }
  if (Math.abs(speed - 1) < 1e-9) return plain
  return sounds.how.pitch && stretching
    ? stretching.stretched(plain, speed)
    : (from, count) => resampled(plain, from * speed, count, speed)
}

/** The same after so many samples of silence. */
function later({ left, right }: Stereo, none: number): Stereo {
  const after = (plane: Float32Array): Float32Array<ArrayBuffer> => {
    const out = new Float32Array(none + plane.length)
    out.set(plane, none)
    return out
  }
  return { left: after(left), right: after(right) }
}

/** Says why nothing is heard though it should be, once for each time it is asked to: `begin` is such a time. */
function useSilentTold(engine: SoundEngine) {
  const desk = useDesk()
  let told = false
  function wake(): void {
    engine.wake()
    if (!desk.playing) return
    desk.playing = false
    requestAnimationFrame(() => (desk.playing = true))
  }
  return {
    begin: () => void (told = false),
    /** True where nothing is heard. */
    now(at: number): boolean {
      const why = engine.quiet(at)
      if (!why) return false
      if (!told && why === 'no device')
        tell('No sound is heard: there is no audio device. The picture plays without it.')
      if (!told && why === 'asleep')
        tell('The browser keeps the sound asleep until you click.', { offers: [{ label: 'Wake the sound', do: wake }] })
      told = true
      return true
    },
  }
}
type SilentTold = ReturnType<typeof useSilentTold>

/** The clock of what sounds; the display's where nothing does. */
function useSoundClock(engine: SoundEngine, silent: SilentTold): { clock: PlayClock; leads: () => boolean } {
  const sounds = useSounds()
  const display = displayClock()
  let led = false
  let last: PlayedNow | null = null
  const clock: PlayClock = {
    start(now, played) {
      sounds.hearing = null
      last = played
      display.start(now, played)
      led = isHeard()
      silent.begin()
      if (led) engine.start(readOf(played), now)
      else engine.stop()
    },
    seconds(now) {
      if (led && silent.now(now)) {
        // The picture has stood where it began.
        led = false
        engine.stop()
        display.start(now, last!)
      }
      return led ? engine.seconds(now) : display.seconds(now)
    },
    stop() {
      // What is heard again and again may have begun already.
      if (led && !sounds.hearing) engine.stop()
      led = false
    },
  }
  return { clock, leads: () => led }
}

/** Sounds the frame that is come to while nothing plays. */
function useScrubbed(engine: SoundEngine): void {
  const [desk, sounds] = [useDesk(), useSounds()]
  watch(
    () => desk.frame,
    frame => {
      if (desk.playing || sounds.hearing || desk.preview || !sounds.how.scrub || !isHeard()) return
      const { rate } = desk.shot!
      const from = sampleOf(frame, rate)
      const piece = sounds.hear(from, sampleOf(frame + sounds.how.slice, rate) - from)
      if (![piece.left, piece.right].some(plane => plane.some(s => s !== 0))) return
      soften(piece.left)
      soften(piece.right)
      engine.slice(piece)
    },
    { flush: 'sync' },
  )
}

/** Sounds a passage once, whatever else. */
function useHeardOnce(engine: SoundEngine): void {
  const [desk, sounds] = [useDesk(), useSounds()]
  watch(
    () => sounds.once,
    passage => {
      if (!passage || desk.playing || sounds.hearing || !isHeard()) return
      const piece = sounds.hear(passage.from, passage.count)
      soften(piece.left)
      soften(piece.right)
      engine.slice(piece)
    },
  )
}

/** A short piece comes and goes in a few ms: it begins and ends anywhere. */
function soften(plane: Float32Array): void {
  const n = Math.min(144, plane.length >> 1)
  for (let i = 0; i < n; i++) {
    plane[i]! *= (i + 0.5) / n
    plane[plane.length - 1 - i]! *= (i + 0.5) / n
  }
}

/** Sounds selected frames again and again. */
function useHeardAgain(engine: SoundEngine, silent: SilentTold): void {
  const [desk, sounds] = [useDesk(), useSounds()]
  watch(
    () => sounds.hearing,
    range => {
      if (desk.playing) return
      engine.stop()
      if (!range) return
      if (!isHeard()) {
        sounds.hearing = null
        return tell(
          sounds.list.length ? 'Nothing is heard: muted, off, or still on its way.' : 'There is no sound yet.',
        )
      }
      silent.begin()
      engine.start(againOf(range, desk.shot!.rate), performance.now())
      setTimeout(() => sounds.hearing && silent.now(performance.now()), 1000)
    },
  )
}

/** These frames, a pause, and again. */
function againOf(range: { first: number; last: number }, rate: Rate): Read {
  const sounds = useSounds()
  const begin = sampleOf(range.first, rate)
  const length = sampleOf(range.last + 1, rate) - begin
  const round = length + PAUSE * SOUND_CLOCK
  return (from, count) => {
    const out = { left: new Float32Array(count), right: new Float32Array(count) }
    for (let start = Math.floor(from / round) * round; start < from + count; start += round) {
      const [first, last] = [Math.max(start, from), Math.min(start + length, from + count)]
      if (last <= first) continue
      const piece = sounds.hear(begin + first - start, last - first)
      out.left.set(piece.left, first - from)
      out.right.set(piece.right, first - from)
    }
    return out
  }
}
