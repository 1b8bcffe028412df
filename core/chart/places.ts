import { plural } from '../basic'
/** The plain fraction that a place is close to ("1/8", "2/3"), or the place in percent. */
export function placeName(u: number): string {
  for (const d of [2, 3, 4, 6, 8, 9, 12, 16, 27, 32, 64, 128]) {
    const n = Math.round(u * d)
    // Fine divisions are named at the ends only, where halving leads to them.
    if (d > 16 && n !== 1 && n !== d - 1) continue
    if (n > 0 && n < d && Math.abs(u - n / d) < Math.min(2e-3, 0.1 / d)) return `${n}/${d}`
  }
  const percent = u * 100
  return `${Math.abs(percent - Math.round(percent)) < 0.05 ? Math.round(percent) : percent.toFixed(1)} %`
}

export type Typed = { readonly ok: true; readonly places: number[] } | { readonly ok: false; readonly message: string }

const ENTRY = /([+-]?\d+(?:[.,]\d+)?)(?:\s*\/\s*(\d+(?:[.,]\d+)?)|\s*(%))?/y
const number = (text: string): number => Number(text.replace(',', '.'))

/**
 * Places as they are typed: fractions ("1/8 1/4 1/2"), percents ("12 %"), shares ("0.125"), parted by blanks or
 * semicolons.
 * As many as the chart has in-betweens, in their order in time, and not further beyond the poses than `beyond`.
 */
export function typedPlaces(text: string, count: number, beyond: number): Typed {
  const places: number[] = []
  let rest = text.trim()
  while (rest) {
    ENTRY.lastIndex = 0
    const m = ENTRY.exec(rest)
    const u = !m ? NaN : m[3] ? number(m[1]!) / 100 : m[2] ? number(m[1]!) / number(m[2]) : number(m[1]!)
    const after = m ? rest.slice(m[0].length) : ''
    if (!m || !Number.isFinite(u) || (after && !/^[\s;]/.test(after)))
      return { ok: false, message: `“${rest.split(/[\s;]/)[0]}” is not a place. Write 1/8, 12 % or 0.125.` }
    places.push(u)
    rest = after.replace(/^[\s;]+/, '')
  }
  if (places.length !== count)
    return {
      ok: false,
      message: `${plural(places.length, 'place')} for ${plural(count, 'in-between')}.`,
    }
  const far = places.find(u => u < -beyond || u > 1 + beyond)
  return far === undefined
    ? { ok: true, places }
    : {
        ok: false,
        message: `${placeName(far)} is too far beyond the poses: at most ${Math.round(beyond * 100)} % of the span.`,
      }
}
