import { isOverlay, isTyped } from '~/ui/focus-kinds'
import { useRemembered } from '~/ui/remembered'
import { useEventListener } from '@vueuse/core'
import { computed, onMounted, onScopeDispose, ref } from 'vue'
import type { Beats } from '#core/time'
import { averaged } from '#core/time'

/** One acting-out: its beats in seconds, and which of them are struck out. */
export interface Try {
  readonly beats: Beats
  readonly out: readonly number[]
}

/** More tries than this are not kept: the oldest goes. */
const MOST_TRIES = 12

/** The act-out timer of one shot: tries of tapped beats, kept in this browser. */
export function useActOut(shot: string) {
  const kept = useTries(shot)
  const tapping = useTapping(beats => kept.add(beats))
  useSpace(tapping)
  return { ...kept, ...tapping }
}

/** While the timer runs Space is a beat, wherever the focus is. */
function useSpace({ running, tap }: ReturnType<typeof useTapping>): void {
  function beat(e: KeyboardEvent): void {
    if (!running.value || e.code !== 'Space' || isTyped(e.target) || isOverlay(e.target)) return
    e.preventDefault()
    e.stopImmediatePropagation()
    if (!e.repeat) tap()
  }
  onMounted(() => useEventListener(window, 'keydown', beat, { capture: true }))
}

/** The tries that are kept, newest last, and what is changed about them. */
function useTries(shot: string) {
  const tries = useRemembered<Try[]>(`fintro-beats-${shot}`, [])
  const add = (beats: Beats): void => {
    tries.value = [...tries.value, { beats, out: [] }].slice(-MOST_TRIES)
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
  return { tries, add, drop, move, strike, kept, mean }
}

/** The clock that runs while beats are tapped; what was tapped is handed to `made` when it stops. */
function useTapping(made: (beats: Beats) => void) {
  const running = ref(false)
  const now = ref(0)
  const beats = ref<number[]>([])
  const click = useRemembered('fintro-click', false)
  const sounded = useClick()
  let [began, asked, clicked] = [0, 0, 0]

  function tick(): void {
    if (!running.value) return
    now.value = (performance.now() - began) / 1000
    if (click.value && Math.floor(now.value) > clicked) {
      clicked = Math.floor(now.value)
      sounded()
    }
    asked = requestAnimationFrame(tick)
  }
  /** The first tap starts and is the first beat; each further one is a beat. */
  function tap(): void {
    if (running.value) {
      beats.value = [...beats.value, (performance.now() - began) / 1000]
      return
    }
    began = performance.now()
    beats.value = [0]
    now.value = 0
    clicked = 0
    running.value = true
    asked = requestAnimationFrame(tick)
  }
  function stop(): void {
    cancelAnimationFrame(asked)
    if (running.value && beats.value.length > 1) made(beats.value)
    running.value = false
    beats.value = []
  }
  onScopeDispose(() => cancelAnimationFrame(asked))
  return { running, now, beats, click, tap, stop }
}

/** A short click. */
function useClick(): () => void {
  let sound: AudioContext | null = null
  onScopeDispose(() => void sound?.close())
  return () => {
    sound ??= new AudioContext()
    const [tone, volume] = [sound.createOscillator(), sound.createGain()]
    tone.frequency.value = 1400
    volume.gain.setValueAtTime(0.12, sound.currentTime)
    volume.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + 0.04)
    tone.connect(volume).connect(sound.destination)
    tone.start()
    tone.stop(sound.currentTime + 0.05)
  }
}
