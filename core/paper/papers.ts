/** Sizes of paper, upright, pt of 1/72 inch: ISO 216 (A4 210 × 297 mm, A3 297 × 420 mm), US Letter 8.5 × 11 in, Tabloid 11 × 17 in. */
const mm = (n: number): number => (n * 72) / 25.4
export const PAPERS = {
  a4: { name: 'A4', width: mm(210), height: mm(297) },
  a3: { name: 'A3', width: mm(297), height: mm(420) },
  letter: { name: 'Letter', width: 8.5 * 72, height: 11 * 72 },
  tabloid: { name: 'Tabloid', width: 11 * 72, height: 17 * 72 },
} as const
export type Paper = keyof typeof PAPERS

/** Room around what is written, pt: printers leave some 12 to 18 of it white. */
export const MARGIN = 34
