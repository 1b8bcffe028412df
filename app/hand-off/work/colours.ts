import type { Palette } from 'gifenc'

/** About so many px of a picture, spread evenly; RGBA. */
export function sampled(pixels: Uint8ClampedArray, px: number): Uint8ClampedArray {
  const all = pixels.length / 4
  // A step that shares nothing with usual widths walks over all columns.
  const step = Math.max(1, Math.floor(all / px)) | 1
  const out = new Uint8ClampedArray(Math.ceil(all / step) * 4)
  for (let i = 0, o = 0; i < all; i += step, o += 4) out.set(pixels.subarray(i * 4, i * 4 + 4), o)
  return out
}

/** Px that one looks at when one asks how close colours are. */
const LOOK_AT = 40_000

/** How close a picture in the colours of a palette is to itself, dB (peak signal over noise of 8 bits); RGBA. */
export function closeTo(pixels: Uint8ClampedArray, index: Uint8Array, palette: Palette): number {
  const step = Math.max(1, Math.floor(index.length / LOOK_AT)) | 1
  let [sum, n] = [0, 0]
  for (let i = 0; i < index.length; i += step) {
    const [r, g, b] = palette[index[i]!]!
    sum += (pixels[i * 4]! - r!) ** 2 + (pixels[i * 4 + 1]! - g!) ** 2 + (pixels[i * 4 + 2]! - b!) ** 2
    n += 3
  }
  return sum ? 10 * Math.log10((255 * 255 * n) / sum) : Infinity
}
