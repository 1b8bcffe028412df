/** Decoded pictures kept at hand, bytes: about thirty of the size of the usual frame. */
const MOST_BYTES = 256 * 1024 * 1024
/** What was drawn within this time is not let go, however much there is: it is in sight. */
const IN_SIGHT_MS = 5000

/** A decoded picture: one that was brought in, or a frame of footage as its decoder gave it. */
export type Decoded = ImageBitmap | VideoFrame

/** What it takes of memory, bytes: four a pixel; of a frame about one and a half. */
const bytesOf = (d: Decoded): number =>
  'displayWidth' in d ? Math.round(d.displayWidth * d.displayHeight * 1.5) : d.width * d.height * 4

interface Kept {
  readonly bitmap: Decoded
  readonly bytes: number
  used: number
}

/**
 * Pictures brought in, decoded, by the hash of their bytes. Whoever draws asks here; what is not at hand is fetched,
 * and what was not drawn for longest is let go when there is too much.
 */
export class Bitmaps {
  private readonly kept = new Map<string, Kept>()
  private bytes = 0
  private puts = 0
  private fetch: ((file: string) => void) | null = null

  constructor(
    private readonly most = MOST_BYTES,
    private readonly now: () => number = () => performance.now(),
  ) {}

  /** Who fetches what is asked for and not at hand; nobody for null. */
  fetchBy(fetch: ((file: string) => void) | null): void {
    this.fetch = fetch
  }

  /** A picture, if it is at hand; it is asked for where it is not. */
  of(file: string): Decoded | undefined {
    const found = this.kept.get(file)
    if (!found) {
      this.fetch?.(file)
      return undefined
    }
    found.used = this.now()
    // The one used last is kept longest.
    this.kept.delete(file)
    this.kept.set(file, found)
    return found.bitmap
  }

  put(file: string, bitmap: Decoded): void {
    this.drop(file)
    const bytes = bytesOf(bitmap)
    this.kept.set(file, { bitmap, bytes, used: this.now() })
    this.bytes += bytes
    this.puts += 1
    for (const [old, { used }] of this.kept) {
      if (this.bytes <= this.most || this.now() - used < IN_SIGHT_MS) break
      this.drop(old)
    }
  }

  has = (file: string): boolean => this.kept.has(file)

  /** How many have come: what was drawn without one of them is drawn anew when it has. */
  get count(): number {
    return this.puts
  }

  clear(): void {
    for (const file of [...this.kept.keys()]) this.drop(file)
  }

  private drop(file: string): void {
    const found = this.kept.get(file)
    if (!found) return
    this.kept.delete(file)
    this.bytes -= found.bytes
    found.bitmap.close()
  }
}

/** The pictures of the shot that is open here; in a worker, those that it was given. */
export const bitmaps = new Bitmaps()
