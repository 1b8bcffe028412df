import type { Loudness, Peaks } from '#core/sound'
import { peakOver } from '#core/sound'
import type { Rate } from '#core/time'
import { SOUND_CLOCK, sampleAt } from '#core/time'
import { SANS, theme } from '~/ui/colours'
import { beatsHeard } from './drafts'
import type { LaidSound } from './lanes'

type C = CanvasRenderingContext2D

/** A place along the frames for each sample of the shot, px, and the way back. */
export interface Along {
  readonly at: (sample: number) => number
  readonly sample: (at: number) => number
}
/** Frames that are each so many px: frame 1 begins at `start`. */
export const alongFrames = (px: number, rate: Rate, start = 0): Along => {
  const frames = rate.num / (rate.den * SOUND_CLOCK)
  return {
    at: sample => start + sample * frames * px,
    sample: at => (at - start) / (frames * px),
  }
}

/** What is drawn of a sound: how it lies, its peaks as far as they are known, how loud its frames are. */
export interface WaveSeen {
  readonly laid: LaidSound
  readonly peaks: Peaks | null
  readonly loudness: readonly Loudness[]
  readonly rate: Rate
}

/** Soft parts are drawn larger than they are, so that they are seen: the power of the height. */
const LIFTED = 0.6
const shapeOf = (x: number): number => Math.abs(x) ** LIFTED

/**
 * A sound's shape along the frames, px by px, from one place to another: loud parts dark, soft ones pale, silence a thin
 * line. `across` is its middle and half its width; upright for the sheet, flat below the poses.
 */
export function drawWave(
  c: C,
  { laid, peaks, loudness, rate }: WaveSeen,
  along: Along,
  look: { from: number; to: number; middle: number; half: number; upright: boolean },
): void {
  const t = theme()
  const { sound } = laid
  const put = (at: number, low: number, high: number): void => {
    const [a, b] = [look.middle - shapeOf(low) * look.half, look.middle + shapeOf(high) * look.half]
    if (look.upright) c.fillRect(a, at, Math.max(1, b - a), 1)
    else c.fillRect(at, a, 1, Math.max(1, b - a))
  }
  const [first, last] = [
    Math.max(Math.floor(look.from), Math.floor(along.at(laid.start))),
    Math.min(Math.ceil(look.to), Math.ceil(along.at(laid.end))),
  ]
  const shift = sampleAt(sound, rate) - sound.from
  const most = peaks ? peakOver(peaks, 0, peaks.samples) : null
  const whole = Math.max(0.02, Math.abs(most?.low ?? 1), most?.high ?? 1)
  c.save()
  if (sound.muted) c.globalAlpha = 0.4
  for (let at = first; at < last; at++) {
    const [a, b] = [Math.max(laid.start, along.sample(at)), Math.min(laid.end, along.sample(at + 1))]
    const frame = Math.floor(((a + b) / 2) * (rate.num / (rate.den * SOUND_CLOCK))) + 1
    const loud = loudness[frame - laid.first]
    const peak = peaks && peakOver(peaks, a - shift, b - shift)
    c.fillStyle = loud === 'loud' ? t.graphite : t.soft
    if (!peak || loud === 'silent' || loud === undefined) put(at, 0, 0)
    else put(at, peak.low / whole, peak.high / whole)
  }
  c.restore()
}

/** Flags on the beats of a sound, across its width at one side of it. */
export function drawBeats(
  c: C,
  { laid, rate }: Pick<WaveSeen, 'laid' | 'rate'>,
  along: Along,
  look: { from: number; to: number; side: number; upright: boolean },
): void {
  const { sound } = laid
  const shift = sampleAt(sound, rate) - sound.from
  c.fillStyle = theme().pencil
  for (const beat of beatsHeard(sound)) {
    const at = along.at(beat + shift)
    if (at < look.from - 6 || at > look.to + 6) continue
    c.beginPath()
    if (look.upright) {
      c.moveTo(look.side, at - 4)
      c.lineTo(look.side + 7, at)
      c.lineTo(look.side, at + 4)
    } else {
      c.moveTo(at - 4, look.side)
      c.lineTo(at, look.side + 6)
      c.lineTo(at + 4, look.side)
    }
    c.fill()
  }
}

/** The height of the tag with the name of a sound, px; shorter sounds have none. */
export const TAG = 14
export const hasTag = (high: number): boolean => high >= TAG + 8

/** The tag at the beginning of a sound: it is moved by it. */
export function drawTag(c: C, name: string, box: { x: number; y: number; width: number }, here: boolean): void {
  const t = theme()
  c.fillStyle = here ? t.ledger : t.wash
  c.fillRect(box.x, box.y, box.width, TAG)
  c.fillStyle = here ? t.sheet : t.graphite
  c.font = `500 10px ${SANS}`
  c.textAlign = 'left'
  c.textBaseline = 'middle'
  c.save()
  c.beginPath()
  c.rect(box.x, box.y, box.width - 2, TAG)
  c.clip()
  c.fillText(name, box.x + 3, box.y + TAG / 2 + 0.5)
  c.restore()
}
