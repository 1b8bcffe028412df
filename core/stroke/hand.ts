import type { Vec } from '../motion'

/**
 * The pressure of a pen as it is felt: `firmness` −1 is for a light hand (little pressure gives much), 0 as it comes, 1
 * for a heavy one. A power curve, as gamma is for light.
 */
export const felt = (pressure: number, firmness: number): number =>
  Math.max(0, Math.min(1, pressure)) ** (2 ** (1.5 * firmness))

/**
 * A line that is pulled after the pen by a string of some length: what trembles less than that does not show, so that
 * slow lines are calm. The end is brought to the pen when it is lifted.
 */
export class Pulled {
  private at: Vec

  constructor(
    from: Vec,
    /** px; 0 follows at once. */
    private readonly length: number,
  ) {
    this.at = from
  }

  /** Where the line goes when the pen is somewhere; null while the string is slack. */
  to(pen: Vec): Vec | null {
    const [dx, dy] = [pen.x - this.at.x, pen.y - this.at.y]
    const far = Math.hypot(dx, dy)
    if (far <= this.length) return null
    const k = (far - this.length) / far
    this.at = { x: this.at.x + dx * k, y: this.at.y + dy * k }
    return this.at
  }
}
