import { useLocalStorage } from '@vueuse/core'
import { computed, onScopeDispose, ref } from 'vue'
import type { Beats } from '#core/time'
import { averaged } from '#core/time'

/** One acting-out: its beats in seconds, and which of them are struck out. */
export interface Try {
  readonly beats: Beats
  readonly out: readonly number[]
}

/** The act-out timer of one shot: tries of tapped beats, kept in this browser. */
export function useActOut(shot: string) {
  const tries = useLocalStorage<Try[]>(`fintro-beats-${shot}`, [])
  const running = ref(false)
  const now = ref(0)
  const beats = ref<number[]>([])
  const click = useLocalStorage('fintro-click', false)
  let began = 0
  let asked = 0
  let clicked = 0
  let sound: AudioContext | null = null

  function tick(): void {
    if (!running.value) return
    now.value = (performance.now() - began) / 1000
    if (click.value && Math.floor(now.value) > clicked) {
      clicked = Math.floor(now.value)
      sounded()
    }
    asked = requestAnimationFrame(tick)
  }
  /** A short click, once a second. */
  function sounded(): void {
    sound ??= new AudioContext()
    const [tone, volume] = [sound.createOscillator(), sound.createGain()]
    tone.frequency.value = 1400
    volume.gain.setValueAtTime(0.12, sound.currentTime)
    volume.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + 0.04)
    tone.connect(volume).connect(sound.destination)
    tone.start()
    tone.stop(sound.currentTime + 0.05)
  }
  /** The first tap starts and is the first beat; each further one is a beat. */
  function tap(): void {
    if (!running.value) {
      began = performance.now()
      beats.value = [0]
      now.value = 0
      clicked = 0
      running.value = true
      asked = requestAnimationFrame(tick)
      return
    }
    beats.value = [...beats.value, (performance.now() - began) / 1000]
  }
  function stop(): void {
    cancelAnimationFrame(asked)
    if (running.value && beats.value.length > 1)
      tries.value = [...tries.value, { beats: beats.value, out: [] }].slice(-12)
    running.value = false
    beats.value = []
  }
  const change = (i: number, t: Try): void => {
    tries.value = tries.value.map((x, k) => (k === i ? t : x))
  }
  const drop = (i: number): void => {
    tries.value = tries.value.filter((_, k) => k !== i)
  }
  /** A beat moved in time, between its neighbours. */
  function move(i: number, beat: number, seconds: number): void {
    const t = tries.value[i]!
    const [before, after] = [t.beats[beat - 1] ?? -Infinity, t.beats[beat + 1] ?? Infinity]
    const to = Math.max(before + 0.01, Math.min(after - 0.01, seconds))
    change(i, { ...t, beats: t.beats.map((b, k) => (k === beat ? to : b)) })
  }
  const strike = (i: number, beat: number): void => {
    const t = tries.value[i]!
    change(i, { ...t, out: t.out.includes(beat) ? t.out.filter(b => b !== beat) : [...t.out, beat] })
  }
  const kept = (t: Try): Beats => t.beats.filter((_, k) => !t.out.includes(k))
  /** The tries that have as many beats as the last, averaged. */
  const mean = computed(() => {
    const all = tries.value.map(kept).filter(b => b.length > 1)
    const same = all.filter(b => b.length === all.at(-1)?.length)
    return same.length ? { of: same.length, beats: averaged(same)! } : null
  })
  onScopeDispose(() => {
    cancelAnimationFrame(asked)
    void sound?.close()
  })
  return { tries, running, now, beats, click, tap, stop, drop, move, strike, kept, mean }
}
