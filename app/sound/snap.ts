/** The frame that is near one and has a beat; the frame itself where none is so near. */
export function snapped(frame: number, beats: readonly number[], reach: number): number {
  let best = frame
  let near = reach + 0.5
  for (const b of beats)
    if (Math.abs(b - frame) < near) {
      best = b
      near = Math.abs(b - frame)
    }
  return best
}
