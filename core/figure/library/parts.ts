import type { Bone, Shape } from '../figure'

/** Straight up, in radians of the picture. */
export const UP = -Math.PI / 2

export const limb = (width: number): Shape => ({ kind: 'limb', width })

export type Part = Omit<Bone, 'side' | 'hangs'> & { hangs?: boolean }
export const side = (which: Bone['side'], parts: Part[]): Bone[] => parts.map(p => ({ ...p, side: which }))
