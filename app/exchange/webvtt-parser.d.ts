/** What is used of the package, which has no types of its own. */
declare module 'webvtt-parser' {
  import type { CueNode } from '#core/formats/vtt-cue'
  export class WebVTTParser {
    constructor(entities?: object)
    parse(
      text: string,
      mode: string,
    ): {
      cues: { startTime: number; endTime: number; text: string; tree: { children: CueNode[] } }[]
      errors: { message: string; line: number }[]
    }
  }
}
