declare module 'smpte-timecode'
declare module 'webvtt-parser' {
  export class WebVTTParser {
    parse(
      text: string,
      mode: string,
    ): {
      cues: { startTime: number; endTime: number; text: string; tree: { children: unknown[] } }[]
      errors: unknown[]
    }
  }
}
declare module 'omggif' {
  export class GifReader {
    constructor(bytes: Uint8Array)
    readonly width: number
    readonly height: number
    numFrames(): number
    loopCount(): number | null
    frameInfo(n: number): { delay: number; x: number; y: number; width: number; height: number; palette_size: number }
    decodeAndBlitFrameRGBA(n: number, pixels: Uint8Array): void
  }
}
