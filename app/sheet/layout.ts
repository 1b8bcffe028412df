/** Sizes that the sheet and the rail share, CSS px: they stand row for row. */
/** Height of a frame's row, px; it can be changed (setRow), from dense to roomy. */
// A live binding on purpose: every canvas reads it while drawing, and only setRow changes it.
// eslint-disable-next-line import/no-mutable-exports
export let ROW = 15
export const ROWS = [3, 8, 15, 24, 46] as const
/** From this height on a cell has room for a picture of its drawing. */
export const ROOMY = 40
export function setRow(px: number): void {
  ROW = px
}
export const HEAD = 40
export const MARGIN = 46
export const COLUMN = 62
/** Width of the column of action notes, px. */
export const NOTES = 96
/** Where the columns begin, px: behind the margin, and behind the notes where they are shown. */
// A live binding, as ROW is.
// eslint-disable-next-line import/no-mutable-exports
export let LEFT = 46
export function setNotes(open: boolean): void {
  LEFT = leftWith(open)
}
export const leftWith = (notes: boolean): number => (notes ? MARGIN + NOTES : MARGIN)
export const RAIL = 248

/** The frame of a height in the scrolled sheet, and the height at which a frame begins. */
export const frameAtY = (y: number): number => Math.floor(y / ROW) + 1
export const yOfFrame = (frame: number): number => (frame - 1) * ROW

/** The rail's scale: u 0 and 1, with room beyond both. */
export const U0 = 48
export const U1 = 156
export const LADDER = 198
/** The farthest that a bar can be seen and dragged to, beyond the poses on both sides. */
export const U_ROOM = 0.32
export const xOfU = (u: number): number => U0 + u * (U1 - U0)
export const uOfX = (x: number): number => (x - U0) / (U1 - U0)
