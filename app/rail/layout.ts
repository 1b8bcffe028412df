/** Sizes of the rail, CSS px. Its rows are those of the sheet. */
export const RAIL = 248
/** Width of a bar. */
export const BAR = 8
/** Where loose in-betweens stand: those outside a pass of their chart. */
export const LOOSE = 10
/** Where the ladder of a chart stands. */
export const LADDER = 198
/** The rail's scale: u 0 and 1, with room beyond both. */
export const U0 = 48
export const U1 = 156
/** The farthest that a bar can be seen and dragged to, beyond the poses on both sides. */
export const U_ROOM = 0.32
export const xOfU = (u: number): number => U0 + u * (U1 - U0)
export const uOfX = (x: number): number => (x - U0) / (U1 - U0)
