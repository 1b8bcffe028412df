/** Pictures brought in, decoded, by the hash of their bytes. Whoever draws finds them here; whoever opens a shot puts them. */
const bitmaps = new Map<string, ImageBitmap>()

export const bitmapOf = (file: string): ImageBitmap | undefined => bitmaps.get(file)
export const putBitmap = (file: string, bitmap: ImageBitmap): void => void bitmaps.set(file, bitmap)
export const hasBitmap = (file: string): boolean => bitmaps.has(file)
/** How many are at hand: what was drawn without one of them is drawn anew when it has come. */
export const bitmapCount = (): number => bitmaps.size
