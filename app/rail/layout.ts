/** Sizes of the rail, CSS px. Its rows are those of the sheet. */
export const RAIL = 228
/** How narrow and how wide it can be drawn. */
export const [LEAST_RAIL, MOST_RAIL] = [196, 460]
/** Width of a bar. */
export const BAR = 8
/** Where loose in-betweens stand: those outside a pass of their chart. */
export const LOOSE = 10
/** The farthest that a bar can be seen and dragged to, beyond the poses on both sides. */
export const U_ROOM = 0.32

/** How far apart the two poses of a span stand on a rail of a width, and where its charts stand. */
export interface RailScale {
  readonly width: number
  /** From u 0 to 1, px. */
  readonly span: number
  /** The place across of u, px, and back. */
  readonly x: (u: number) => number
  readonly u: (x: number) => number
  /** Where the ladder of a chart stands. */
  readonly ladder: number
}

/** Left of the first pose, and right of the ladder: room for markers and for numbers, px. */
const [MARKERS, NUMBERS, GAP] = [26, 50, 8]
/** Of the span, what is left free before the first pose. */
const BEFORE = 0.2

/** The scale of a rail so wide, px. */
export function railScale(width: number): RailScale {
  const span = (width - MARKERS - NUMBERS - GAP) / (1 + BEFORE + U_ROOM)
  const u0 = MARKERS + BEFORE * span
  return {
    width,
    span,
    x: u => u0 + u * span,
    u: x => (x - u0) / span,
    ladder: u0 + (1 + U_ROOM) * span + GAP,
  }
}
