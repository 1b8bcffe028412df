import { fallFrames } from '../travel'
import type { Shot } from '../document'

export { distance, vec } from '../motion'

/** Frames of a fall over 500 px in a shot with a scale. */
export const fallFrames0 = (shot: Shot): number => fallFrames(shot.scale!, shot.rate, 500)
