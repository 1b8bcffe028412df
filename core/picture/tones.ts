import type { Tone } from './marks'

/** The colours that stand for the tones of one column on one paper. */
export type Palette = Readonly<Record<Tone, string>>

const channels = (hex: string): number[] => [1, 3, 5].map(i => Number.parseInt(hex.slice(i, i + 2), 16))

/** A colour between two, both written #rrggbb; `share` 0 is the first. */
export const mixColours = (a: string, b: string, share: number): string => {
  const [from, to] = [channels(a), channels(b)]
  return `#${from
    .map((c, i) =>
      Math.round(c + (to[i]! - c) * share)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
}

/** Tones of a column: far limbs half way to the paper, the tone of bodies nearly on it. */
export const paletteOf = (ink: string, paper: string): Palette => ({
  ink,
  paper,
  far: mixColours(ink, paper, 0.48),
  tone: mixColours(ink, paper, 0.86),
  glow: mixColours('#f2b84b', paper, 0.25),
})
