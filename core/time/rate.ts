/** Frames per second as an exact fraction, in lowest terms. */
export interface Rate {
  readonly num: number
  readonly den: number
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))

/** The fraction num/den in lowest terms. Throws RangeError unless both are positive whole numbers. */
export function rate(num: number, den = 1): Rate {
  if (!Number.isSafeInteger(num) || !Number.isSafeInteger(den) || num <= 0 || den <= 0) {
    throw new RangeError(`A rate is a fraction of two positive whole numbers, not ${num}/${den}.`)
  }
  const d = gcd(num, den)
  return { num: num / d, den: den / d }
}

/** Frames per second as a plain number, for arithmetic with a clock. */
export const perSecond = (r: Rate): number => r.num / r.den

/** The rate as people write it: "24", "23.976", "29.97". */
export function rateLabel(r: Rate): string {
  if (r.den === 1) return String(r.num)
  return (r.num / r.den).toFixed(3).replace(/0+$/, '').replace(/\.$/, '')
}

const NTSC = [24, 30, 48, 60, 120]

/**
 * Reads a typed rate: "24", "12.5", "24000/1001", and the rounded film-for-television rates
 * ("23.976", "29.97"), which stand for n·1000/1001. Gives null when it is no rate from 1 to 240.
 */
export function parseRate(text: string): Rate | null {
  const t = text.trim().replace(',', '.')
  const fraction = /^(\d{1,6})\s*\/\s*(\d{1,5})$/.exec(t)
  const made = fraction ? fromParts(Number(fraction[1]), Number(fraction[2])) : fromDecimal(t)
  return made && perSecond(made) >= 1 && perSecond(made) <= 240 ? made : null
}

function fromParts(num: number, den: number): Rate | null {
  return num > 0 && den > 0 ? rate(num, den) : null
}

function fromDecimal(t: string): Rate | null {
  if (!/^\d{1,3}(\.\d{1,3})?$/.test(t)) return null
  const value = Number(t)
  if (value <= 0) return null
  const ntsc = NTSC.find(n => Math.abs(value - (n * 1000) / 1001) < 0.006 && value !== n)
  return ntsc ? rate(ntsc * 1000, 1001) : rate(Math.round(value * 1000), 1000)
}
