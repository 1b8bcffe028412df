import BezierEasing from 'bezier-easing'

/** The easing of the npm package bezier-easing, to compare with. */
export const bezier = (x1: number, y1: number, x2: number, y2: number): ((t: number) => number) =>
  BezierEasing(x1, y1, x2, y2)
