import type { Stereo } from '#core/sound'
import { SOUND_CLOCK } from '#core/time'

/** Gives what is heard, `count` samples from one of what is played on. */
export type Read = (from: number, count: number) => Stereo

/** Sound is given to the browser in parts of so many samples (a quarter of a second), so many seconds ahead. */
const PART = SOUND_CLOCK / 4
const AHEAD = 2
/** It is looked so often whether more is needed, ms. */
const LOOK_MS = 100
/** It begins so long after it was asked for, s: the first parts are ready then. */
const SOON = 0.05
/** What is broken off goes in so long, s. */
const GOES = 0.005
/** Where the clock has not moved for so long there is nothing that it is heard by, ms. */
const STUCK_MS = 700

/** Why nothing is heard: the browser waits for a click, or there is nothing to hear it by. */
export type Quiet = 'asleep' | 'no device'

interface Stream {
  readonly read: Read
  /** The moment of the audio clock at which its first sample is heard. */
  readonly began: number
  /** The next part that is given. */
  next: number
  readonly given: Map<number, Heard>
}
interface Heard {
  readonly source: AudioBufferSourceNode
  readonly gain: GainNode
  readonly at: number
}

/** Sounds what it is given, and tells by its clock how far it is. */
export class SoundEngine {
  private context: AudioContext | null = null
  private volume: GainNode | null = null
  private stream: Stream | null = null
  private timer: ReturnType<typeof setInterval> | undefined
  private sliced: Heard | null = null
  /** When the clock was last seen to move, and where it was. */
  private movedAt = 0
  private stoodAt = -1
  private most = 0

  constructor(private readonly level: () => number) {}

  /** Begins to sound what `read` gives, from its first sample on. What sounded before breaks off. */
  start(read: Read, now: number): void {
    this.stop()
    const context = this.awake()
    this.stream = { read, began: context.currentTime + SOON, next: 0, given: new Map() }
    this.movedAt = now
    this.stoodAt = context.currentTime
    this.most = 0
    this.give()
    this.timer = setInterval(() => this.give(), LOOK_MS)
  }

  stop(): void {
    clearInterval(this.timer)
    for (const heard of this.stream?.given.values() ?? []) this.breakOff(heard)
    this.stream = null
  }

  /** What is heard has changed: what was given ahead is given anew. */
  refresh(): void {
    const { stream, context } = this
    if (!stream || !context) return
    const from = Math.max(0, Math.ceil((context.currentTime + SOON - stream.began) / (PART / SOUND_CLOCK)))
    for (const [k, heard] of stream.given)
      if (k >= from) {
        this.breakOff(heard)
        stream.given.delete(k)
      }
    stream.next = Math.min(stream.next, from)
    this.give()
  }

  /** Why nothing is heard though it is asked to sound; null where all is well. */
  quiet(now: number): Quiet | null {
    const { context } = this
    if (!context) return null
    if (context.currentTime !== this.stoodAt) {
      this.stoodAt = context.currentTime
      this.movedAt = now
    }
    const stuck = now - this.movedAt > STUCK_MS
    // It wakes a moment after it was asked to, where the browser lets it at all.
    if (context.state === 'suspended') return stuck || !mayPlay() ? 'asleep' : null
    return stuck ? 'no device' : null
  }

  /** Seconds of what sounds that have been heard at a moment of the display's clock, ms; never less than before. */
  seconds(now: number): number {
    const { stream, context } = this
    if (!stream || !context) return 0
    this.most = Math.max(this.most, heardAt(context, now) - stream.began)
    return this.most
  }

  /** Sounds a short piece at once; what of another still sounds breaks off. */
  slice(piece: Stereo): void {
    if (!mayPlay()) return
    const context = this.awake()
    if (this.sliced) this.breakOff(this.sliced)
    this.sliced = this.sound(context, piece, context.currentTime)
  }

  /** Asks the browser to let it sound; it does so after a click or a key. */
  wake(): void {
    void this.awake().resume()
  }

  setLevel(): void {
    if (this.context && this.volume) this.volume.gain.setTargetAtTime(this.level(), this.context.currentTime, 0.01)
  }

  close(): void {
    this.stop()
    void this.context?.close()
    this.context = this.volume = null
  }

  private awake(): AudioContext {
    if (!this.context) {
      this.context = new AudioContext({ sampleRate: SOUND_CLOCK, latencyHint: 'interactive' })
      this.volume = this.context.createGain()
      this.volume.gain.value = this.level()
      this.volume.connect(this.context.destination)
    }
    if (this.context.state !== 'running') void this.context.resume()
    return this.context
  }

  private give(): void {
    const { stream, context } = this
    if (!stream || !context) return
    for (;;) {
      const at = stream.began + (stream.next * PART) / SOUND_CLOCK
      if (at > context.currentTime + AHEAD) return
      const k = stream.next++
      // Where giving came too late the part is left out: what follows is in time again.
      if (at + PART / SOUND_CLOCK < context.currentTime) continue
      const heard = this.sound(context, stream.read(k * PART, PART), at)
      stream.given.set(k, heard)
      // One that was broken off may end when another has its place.
      heard.source.onended = () => stream.given.get(k) === heard && stream.given.delete(k)
    }
  }

  private sound(context: AudioContext, { left, right }: Stereo, at: number): Heard {
    const buffer = context.createBuffer(2, Math.max(1, left.length), SOUND_CLOCK)
    buffer.copyToChannel(left, 0)
    buffer.copyToChannel(right, 1)
    const [source, gain] = [context.createBufferSource(), context.createGain()]
    source.buffer = buffer
    source.connect(gain).connect(this.volume!)
    const late = Math.max(0, context.currentTime - at)
    source.start(Math.max(at, 0), late)
    return { source, gain, at }
  }

  private breakOff({ source, gain }: Heard): void {
    const now = this.context!.currentTime
    gain.gain.setValueAtTime(1, now)
    gain.gain.linearRampToValueAtTime(0, now + GOES)
    source.stop(now + GOES)
  }
}

/** Browsers let nothing sound before a click or a key; those that do not tell are asked. */
const mayPlay = (): boolean => (navigator as Partial<Navigator>).userActivation?.hasBeenActive ?? true

/** The moment of the audio clock that is heard at a moment of the display's clock, ms. */
function heardAt(context: AudioContext, now: number): number {
  const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp()
  return performanceTime > 0
    ? contextTime + (now - performanceTime) / 1000
    : context.currentTime - (context.outputLatency || 0)
}
