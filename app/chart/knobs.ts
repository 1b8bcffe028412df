import type { Recipe } from '#core/chart'
import { usualFavour } from '#core/chart'

/** A number that a family was given, as it is typed, and the recipe that changing it makes. */
export interface Knob {
  readonly name: string
  readonly text: string
  readonly unit: '%' | ''
  readonly value: number
  readonly least: number
  readonly most: number
  readonly step: number
  readonly set: (v: number) => Recipe
}

interface Range {
  readonly least: number
  readonly most: number
}

/** What the family of a recipe was given, for a chart of `count` in-betweens. */
export function knobsOf(r: Recipe, count: number): Knob[] {
  switch (r.family) {
    case 'halves':
    case 'thirds': {
      const most = Math.max(1, count)
      return [whole('Depth', r.depth ?? count, { least: 1, most }, v => ({ ...r, depth: v >= count ? undefined : v }))]
    }
    case 'favours':
      return [
        percent('Favour within', r.f ?? usualFavour(count), { least: 1, most: 50 }, v => ({ ...r, f: v })),
        whole('Drawings there', r.m ?? 1, { least: 1, most: 12 }, v => ({ ...r, m: v })),
      ]
    case 'settle':
      return [
        whole('Half swings', r.swings, { least: 1, most: 12 }, v => ({ ...r, swings: v })),
        percent('Damping', r.damping, { least: 2, most: 90 }, v => ({ ...r, damping: v })),
      ]
    case 'wind-up':
      return [percent('Back by', r.back, { least: 1, most: 50 }, v => ({ ...r, back: v }))]
    case 'moving-hold':
      return [
        percent('Drift', r.drift, { least: 1, most: 40 }, v => ({ ...r, drift: v })),
        whole('Drawings', r.last, { least: 1, most: 24 }, v => ({ ...r, last: v })),
      ]
    case 'curve':
      return curveKnobs(r)
    default:
      return []
  }
}

/** The recipe with a knob turned to a typed number, within what it allows. */
export const turned = (k: Knob, v: number): Recipe =>
  k.set(Math.max(k.least, Math.min(k.most, k.step >= 1 && !k.unit ? Math.round(v) : v)))

const percent = (name: string, share: number, range: Range, set: (share: number) => Recipe): Knob => ({
  name,
  text: String(Math.round(share * 1000) / 10),
  unit: '%',
  value: share * 100,
  ...range,
  step: 1,
  set: v => set(v / 100),
})

const whole = (name: string, value: number, range: Range, set: (v: number) => Recipe): Knob => ({
  name,
  text: String(value),
  unit: '',
  value,
  ...range,
  step: 1,
  set,
})

/** The two handles of a curve, time and place each. */
function curveKnobs(r: Extract<Recipe, { family: 'curve' }>): Knob[] {
  const names = ['Leave: time', 'place', 'Arrive: time', 'place']
  return r.handles.map((h, i) => ({
    name: names[i]!,
    text: h.toFixed(2),
    unit: '',
    value: h,
    least: i % 2 ? -2 : 0,
    most: i % 2 ? 3 : 1,
    step: 0.05,
    set: v => ({ ...r, handles: r.handles.map((x, k) => (k === i ? v : x)) as typeof r.handles }),
  }))
}
