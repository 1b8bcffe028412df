/** Pictures brought in, decoded, by the hash of their bytes. Whoever draws finds them here; whoever opens a shot puts them. */
const bitmaps = new Map<string, ImageBitmap>()

export const bitmapOf = (file: string): ImageBitmap | undefined => bitmaps.get(file)
export const putBitmap = (file: string, bitmap: ImageBitmap): void => void bitmaps.set(file, bitmap)
export const hasBitmap = (file: string): boolean => bitmaps.has(file)
