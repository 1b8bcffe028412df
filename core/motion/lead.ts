/**
 * How a part that leads or drags reads the share of its span. With a lead of `share` (in spans of time: 0.1 is a tenth
 * of the way early; negative drags) the part is that much ahead in the middle: w(u) = (1 + a)u / (1 + au) with a =
 * 2·share / (1/2 − share). Rising throughout for every share below a half, w(0) = 0, w(1) = 1; a part of such a curve
 * is such a curve again, so a span can be cut without moving anything. Beyond its ends it goes on along its tangents.
 */
export function warped(share: number): (u: number) => number {
  if (!share) return u => u
  const a = strength(share)
  return u => {
    if (u < 0) return u * (1 + a)
    if (u > 1) return 1 + (u - 1) / (1 + a)
    return ((1 + a) * u) / (1 + a * u)
  }
}

/** The largest lead or drag, in spans of time. */
export const MOST_LEAD = 0.45

const strength = (share: number): number => (2 * share) / (0.5 - share)
const shareOfStrength = (a: number): number => a / (2 * (2 + a))

/** The leads of the two parts of a span that is cut at u: together they move as the whole did. */
export function cutLead(share: number, u: number): readonly [number, number] {
  const a = strength(share)
  return [shareOfStrength(a * u), shareOfStrength((a * (1 - u)) / (1 + a * u))]
}

/** The lead of a whole span whose part up to u has this one. */
export const uncutLead = (share: number, u: number): number => shareOfStrength(strength(share) / u)
