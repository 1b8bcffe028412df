/** Sizes that the sheet and the rail share, CSS px: they stand row for row. The head has a line of buttons at its foot. */
export const HEAD = 58
export const MARGIN = 46
export const COLUMN = 62
/** Height of the line of buttons in the head. */
export const HEAD_BUTTONS = 22
/** Room for the bar that the sheet is scrolled by. */
export const SCROLL_BAR = 11
/** How wide the bar between sheet and rail is. */
export const SPLIT_BAR = 6
/** Width of the column of action notes. */
export const NOTES = 96
/** Width of the column of the sound, and of that of what is spoken. */
export const [SOUND, READING] = [58, 84]
/** Width of the column of the camera. */
export const CAMERA = 82
/** Heights of a frame's row, from dense to roomy. */
export const ROW_HEIGHTS = [3, 8, 15, 24, 46] as const
export const USUAL_ROW = 15
/** From this height on a cell has room for a picture of its drawing. */
export const ROOMY = 40

/** How wide a column is with rows of a height: roomy rows have a picture beside the number. */
export const columnOf = (row: number): number => (row >= ROOMY ? 104 : COLUMN)

/** Where the column of the sound begins: behind the margin, and behind the notes where they are shown. */
export const soundLeftOf = ({ notes }: { notes: boolean }): number => (notes ? MARGIN + NOTES : MARGIN)
/** Where that of what is spoken begins, and where the columns do: behind what of these is shown. */
export const readingLeftOf = (shown: { notes: boolean; sound: boolean }): number =>
  soundLeftOf(shown) + (shown.sound ? SOUND : 0)
export const cameraLeftOf = (shown: { notes: boolean; sound: boolean; reading: boolean }): number =>
  readingLeftOf(shown) + (shown.reading ? READING : 0)
export const leftOf = (shown: { notes: boolean; sound: boolean; reading: boolean; camera?: boolean }): number =>
  cameraLeftOf(shown) + (shown.camera ? CAMERA : 0)

/** The rows of the scrolled sheet, each `px` high. */
export interface Rows {
  readonly px: number
  /** The height at which a frame begins, and the frame at a height. */
  readonly y: (frame: number) => number
  readonly frameAt: (y: number) => number
}

export const rowsOf = (px: number): Rows => ({
  px,
  y: frame => (frame - 1) * px,
  frameAt: y => Math.floor(y / px) + 1,
})
