/** Frames of 35 mm film to a foot, four perforations a frame. Source: film handbooks (from memory). */
export const FRAMES_PER_FOOT = 16

/** Feet+frames of a frame's place, "2+05"; frame 1 is 0+00. */
export function feetFrames(frame: number): string {
  const n = frame - 1
  return `${Math.floor(n / FRAMES_PER_FOOT)}+${String(n % FRAMES_PER_FOOT).padStart(2, '0')}`
}

/** Feet+frames of a length: 40 frames are "2+08". */
export const feetOfLength = (frames: number): string => feetFrames(frames + 1)
