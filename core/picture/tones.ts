import { mixColours } from '../basic'
import type { Tone } from './marks'

/** The colours that stand for the tones of one column on one paper. */
export type Palette = Readonly<Record<Tone, string>>

/** Tones of a column: far limbs half way to the paper, the tone of bodies nearly on it. */
export const paletteOf = (ink: string, paper: string): Palette => ({
  ink,
  paper,
  far: mixColours(ink, paper, 0.48),
  tone: mixColours(ink, paper, 0.86),
  glow: mixColours('#f2b84b', paper, 0.25),
})
