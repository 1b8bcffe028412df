declare module 'gifenc' {
  /** Colours, each red, green and blue from 0 to 255. */
  export type Palette = number[][]
  export function quantize(rgba: Uint8ClampedArray | Uint8Array, most: number): Palette
  export function applyPalette(rgba: Uint8ClampedArray | Uint8Array, palette: Palette): Uint8Array
  interface FrameOptions {
    palette?: Palette
    first?: boolean
    transparent?: boolean
    transparentIndex?: number
    delay?: number
    repeat?: number
    dispose?: number
  }
  export function GIFEncoder(options?: { auto?: boolean }): {
    readonly stream: { reset(): void }
    writeHeader(): void
    writeFrame(index: Uint8Array, width: number, height: number, options?: FrameOptions): void
    finish(): void
    bytes(): Uint8Array
  }
}
