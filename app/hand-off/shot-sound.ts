import type { MixPart } from '#core/sound'
import { Along, factorOf, mixOf } from '#core/sound'
import { sampleAt, sampleOf, SOUND_CLOCK } from '#core/time'
import { decodeSound, isUnread } from '~/sound/decode'
import type { Sound } from './choices'
import type { Given } from './given'
import { HandOffFault } from './given'

/** True where a plan of a shot has sounds that are heard. */
const hasSounds = ({ shot, plan }: Given): boolean => Object.values(shot.plans[plan]?.sounds ?? {}).some(s => !s.muted)

/**
 * What is heard of a shot that is handed off while its frames are shown, so many times over: two planes; null where it
 * has no sounds. `bytes` gives those of a file. Throws HandOffFault where a sound cannot be had.
 */
export async function soundOf(
  given: Given,
  loops: number,
  bytes: (file: string) => Promise<Blob>,
): Promise<Sound | null> {
  const { shot, plan, first, last } = given
  if (!hasSounds(given)) return null
  const parts: MixPart[] = []
  for (const s of Object.values(shot.plans[plan]!.sounds!)) {
    if (s.muted) continue
    const out = await decodeSound(await bytes(s.file))
    if (isUnread(out))
      throw new HandOffFault(`The sound “${s.name}” cannot be read. ${out.reason} Mute it, or export without sound.`)
    parts.push({ planes: out.planes, start: sampleAt(s, shot.rate), from: s.from, to: s.to, gain: factorOf(s.gain) })
  }
  const frames = Array.from({ length: last - first + 1 }, (_, i) => first + i)
  const along = new Along(frames, shot.rate)
  const count = along.startOf(frames.length * loops + 1)
  // Once through there is no seam: what is heard first and last is left as it is.
  const { left, right } =
    loops === 1
      ? mixOf(parts, sampleOf(first, shot.rate), count)
      : along.read(0, count, (from, n) => mixOf(parts, from, n))
  return { rate: SOUND_CLOCK, channels: [left, right], at: 0 }
}

/** Silence for as long as the frames of a shot are shown. */
export function silenceOf({ shot, first, last }: Given): Sound {
  const count = Math.round(((last - first + 1) * SOUND_CLOCK * shot.rate.den) / shot.rate.num)
  return { rate: SOUND_CLOCK, channels: [new Float32Array(count), new Float32Array(count)], at: 0 }
}
