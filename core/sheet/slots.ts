import { plural } from '../basic'
import { onStepFrame } from './arrange'

/** Frames that poses are to begin on, or a sentence that says why they cannot. */
export type Slots = { readonly ok: true; readonly frames: number[] } | { readonly ok: false; readonly message: string }

/**
 * Reads typed frames for so many poses: "1 9 13 29", or from the frame before with "+8 +4 +16" (the first counts from
 * `from`). They rise, lie in the shot, and are no more than there are poses.
 */
export function typedFrames(text: string, poses: number, from: number, last: number): Slots {
  const words = text
    .trim()
    .split(/[\s,;]+/)
    .filter(Boolean)
  if (!words.length) return { ok: false, message: 'Type the frames, such as 1 9 13 29, or +8 +4 +16.' }
  const relative = words[0]!.startsWith('+')
  const frames: number[] = relative ? [from] : []
  for (const word of words) {
    const m = /^(\+?)(\d{1,6})$/.exec(word)
    if (!m) return { ok: false, message: `“${word}” is not a frame.` }
    const n = Number(m[2])
    frames.push(m[1] ? (frames.at(-1) ?? from) + n : n)
  }
  if (frames.length > poses) return { ok: false, message: `${frames.length} frames for ${plural(poses, 'pose')}.` }
  const down = frames.findIndex((f, i) => i > 0 && f <= frames[i - 1]!)
  if (down > 0) return { ok: false, message: `${frames[down]} does not come after ${frames[down - 1]}.` }
  const out = frames.find(f => f < 1 || f > last)
  return out === undefined
    ? { ok: true, frames }
    : { ok: false, message: `Frame ${out} is outside the shot, which has ${last}.` }
}

/** So many frames evenly from one to another. */
export const evenSlots = (count: number, first: number, last: number): number[] =>
  Array.from({ length: count }, (_, i) =>
    count === 1 ? first : Math.round(first + ((last - first) * i) / (count - 1)),
  )

/** Frames with their ratios kept and another last one. */
export function scaledSlots(frames: readonly number[], last: number): number[] {
  const [a, b] = [frames[0]!, frames.at(-1)!]
  return frames.map(f => (b === a ? a : Math.round(a + ((f - a) * (last - a)) / (b - a))))
}

/** Frames that a step does not allow, each with the nearest that it does. */
export const offStep = (frames: readonly number[], step: number): { frame: number; nearest: number }[] =>
  frames.filter(f => (f - 1) % step !== 0).map(frame => ({ frame, nearest: onStepFrame(frame, step) }))

/** Frames brought to the nearest that a step allows, each after the one before. */
export function fittedToStep(frames: readonly number[], step: number): number[] {
  const out: number[] = []
  for (const f of frames) out.push(Math.max(onStepFrame(f, step), out.length ? out.at(-1)! + step : 1))
  return out
}
