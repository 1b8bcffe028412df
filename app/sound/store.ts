import { defineStore, skipHydrate } from 'pinia'
import type { Ref } from 'vue'
import { computed, markRaw, ref, shallowRef, watch } from 'vue'
import type { Sound } from '#core/document'
import type { Loudness, MixPart, Peaks, Stereo } from '#core/sound'
import { factorOf, loudnessOf, mixOf } from '#core/sound'
import type { Rate } from '#core/time'
import { frameStart, rate as rateOf, sampleAt, SOUND_CLOCK } from '#core/time'
import { useDesk } from '~/desk/desk'
import { useRemembered } from '~/ui/remembered'
import type { WaveSeen } from './draw-wave'
import type { LaidSound } from './lanes'
import { beatFramesOf } from './drafts'
import { laidSounds, soundsIn } from './lanes'
import { SoundLibrary } from './library'

/** How sounds are heard in this browser. */
export interface HearingChoices {
  /** Percent. */
  readonly volume: number
  readonly off: boolean
  /** Frames sound when one steps and scrubs, so many from the one that is come to. */
  readonly scrub: boolean
  readonly slice: number
  /** At a trial rate the pitch stays. */
  readonly pitch: boolean
}
const USUAL: HearingChoices = { volume: 100, off: false, scrub: true, slice: 1, pitch: true }

/** While no shot is open there is nothing to time. */
const NO_RATE = rateOf(24)

/** The sounds of the plan: what of them is decoded, how loud they are, and which one is worked with. */
export const useSounds = defineStore('sounds', () => {
  const desk = useDesk()
  const library = useLibrary()
  // Only where sounds or the rate change is anything worked out anew: a change of the shot leaves both as they are.
  const kept = computed(() => desk.plan?.sounds)
  const rate = computed(() => desk.shown?.rate ?? NO_RATE)
  const list = computed(() => soundsIn(kept.value, rate.value))
  const laid = computed(() => laidSounds(list.value, rate.value))
  const hereId = ref('')
  /** The frames on which beats are: poses snap to them. */
  const beats = computed(() => list.value.flatMap(s => beatFramesOf(s, rate.value)))
  /** The one that is worked with: that which was selected, else the one at the playhead, else the first. */
  const here = computed<Sound | null>(
    () =>
      list.value.find(s => s.id === hereId.value) ??
      laid.value.find(l => l.first <= desk.workFrame && desk.workFrame <= l.last)?.sound ??
      list.value[0] ??
      null,
  )
  const how = useRemembered<HearingChoices>('fintro-hearing', USUAL, { mergeDefaults: true })
  function hearAs(change: Partial<HearingChoices>): void {
    how.value = { ...how.value, ...change }
  }

  const seen = useSeenSounds(library, { list, laid, rate })
  /** What sounds again and again without the picture: these frames. */
  const hearing = shallowRef<{ first: number; last: number } | null>(null)
  /** What is to sound once: samples of the shot. */
  const once = shallowRef<{ readonly from: number; readonly count: number } | null>(null)
  const hearOnce = (from: number, count: number): void => void (once.value = { from, count })
  function reset(): void {
    hereId.value = ''
    hearing.value = null
  }
  const state = { list, laid, beats, hereId, here, how: skipHydrate(how), hearing, once, ...seen }
  return { ...state, arrivals: library.arrivals, file: library.of, put: library.put, hearAs, hearOnce, reset }
})

/** What is heard of the sounds, and what is seen of them, as far as they are there. */
function useSeenSounds(
  library: Pick<ReturnType<typeof useLibrary>, 'arrivals' | 'of'>,
  {
    list,
    laid,
    rate,
  }: {
    list: Readonly<Ref<readonly Sound[]>>
    laid: Readonly<Ref<readonly LaidSound[]>>
    rate: Readonly<Ref<Rate>>
  },
) {
  const parts = computed<readonly MixPart[]>(() => {
    void library.arrivals.value
    return list.value.flatMap(s => partOf(s, rate.value, library.of(s.file)))
  })
  /** What is heard of the shot, so many samples from one on. */
  const hear = (from: number, count: number): Stereo => mixOf(parts.value, from, count)
  const loudness = computed<ReadonlyMap<string, readonly Loudness[]>>(() => {
    void library.arrivals.value
    return new Map(
      laid.value.flatMap(l => {
        const file = library.of(l.sound.file)
        return file?.state === 'there' ? [[l.sound.id, loudnessIn(l, file.peaks, rate.value)]] : []
      }),
    )
  })
  /** The sounds as they are drawn: as far as they are there. */
  const waves = computed<readonly WaveSeen[]>(() =>
    laid.value.map(l => {
      const file = library.of(l.sound.file)
      const peaks = file?.state === 'there' ? file.peaks : null
      return { laid: l, peaks, loudness: loudness.value.get(l.sound.id) ?? [], rate: rate.value }
    }),
  )
  /** How loud a frame is: as loud as the loudest sound on it. Null where there is none. */
  function loudOn(frame: number): Loudness | null {
    const all = laid.value.flatMap(l =>
      l.sound.muted || frame < l.first || frame > l.last
        ? []
        : (loudness.value.get(l.sound.id)?.[frame - l.first] ?? []),
    )
    return (['loud', 'soft', 'silent'] as const).find(x => all.includes(x)) ?? null
  }
  return { parts, hear, loudness, waves, loudOn }
}

/** How loud a sound is on each frame on which it is heard. */
export function loudnessIn({ sound, first, last }: LaidSound, peaks: Peaks, r: Rate): Loudness[] {
  const begins = (sampleAt(sound, r) - sound.from) / SOUND_CLOCK
  return loudnessOf(peaks, begins - frameStart(first, r), last - first + 1, r)
}

/** The decoded sounds of the shot that is open. */
function useLibrary() {
  const desk = useDesk()
  const library = shallowRef<SoundLibrary | null>(null)
  const arrivals = ref(0)
  const seen = (file: string): number => {
    const { plan, shot } = desk
    const sound = Object.values(plan?.sounds ?? {}).find(s => s.file === file)
    return sound && shot
      ? sound.from + frameStart(desk.workFrame, shot.rate) * SOUND_CLOCK - sampleAt(sound, shot.rate)
      : 0
  }
  watch(
    () => desk.session,
    session => {
      library.value?.close()
      library.value = session
        ? markRaw(
            new SoundLibrary(
              file => session.pictures.bytes(file),
              () => (arrivals.value += 1),
              seen,
            ),
          )
        : null
    },
    { immediate: true, flush: 'sync' },
  )
  const of = (file: string) => library.value?.of(file)
  const put = (...args: Parameters<SoundLibrary['put']>): void => library.value?.put(...args)
  return { arrivals, of, put }
}

type Kept = ReturnType<SoundLibrary['of']> | undefined

function partOf(s: Sound, rate: Rate, file: Kept): MixPart[] {
  if (s.muted || file?.state !== 'there') return []
  const { planes } = file.sound
  return [{ planes, start: sampleAt(s, rate), from: s.from, to: s.to, gain: factorOf(s.gain) }]
}
