import { SimpleFilter, SoundTouch } from 'soundtouchjs'
import { SOUND_CLOCK } from '#core/time'
import type { Read } from './engine'

/** Pieces are laid over each other: so long, found again within so much, crossing over in so much; ms. */
const [PIECE, SEEK, CROSS] = [40, 15, 8]
/** What comes out is early by this, times how much longer it lasts, samples (measured with ticks). */
const EARLY = 0.03 * SOUND_CLOCK

/**
 * What is read, faster or slower at the same pitch; read in order from its first sample on. What is asked for again or
 * out of order begins anew from there.
 */
export function stretched(read: Read, speed: number): Read {
  let [filter, at] = [begun(read, 0, speed), 0]
  return (from, count) => {
    if (from !== at) filter = begun(read, Math.round(from * speed), speed)
    at = from + count
    const both = new Float32Array(count * 2)
    filter.extract(both, count)
    const [left, right] = [new Float32Array(count), new Float32Array(count)]
    for (let i = 0; i < count; i++) {
      left[i] = both[2 * i]!
      right[i] = both[2 * i + 1]!
    }
    return { left, right }
  }
}

function begun(read: Read, first: number, speed: number): SimpleFilter {
  const pipe = new SoundTouch()
  pipe.tempo = speed
  pipe.stretch.setParameters(SOUND_CLOCK, PIECE, SEEK, CROSS)
  const begin = first - Math.round(EARLY * (1 - speed))
  const source = {
    extract(target: Float32Array, count: number, position: number): number {
      const from = begin + position
      // Before the first sample there is silence.
      const none = Math.min(count, Math.max(0, -from))
      target.fill(0, 0, 2 * none)
      const { left, right } = read(from + none, count - none)
      for (let i = none; i < count; i++) {
        target[2 * i] = left[i - none]!
        target[2 * i + 1] = right[i - none]!
      }
      return count
    },
  }
  return new SimpleFilter(source, pipe)
}
