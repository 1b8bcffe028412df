import type { Column } from '#core/document'
import { footageKey } from '#core/picture'
import type { Rate } from '#core/time'
import { footageAt } from '#core/time'

/** So many frames are decoded ahead while it plays; around the playhead, so many before it and after it. */
const AHEAD = 36
const [BEFORE, AFTER] = [4, 12]

/** The frames that are seen next: the one that is seen now, then others in order, as it is decoded in order. */
export function nextFrames(frame: number, playing: boolean, played: readonly number[]): number[] {
  if (playing) {
    const at = Math.max(0, played.indexOf(frame))
    return Array.from({ length: Math.min(AHEAD, played.length) }, (_, i) => played[(at + i) % played.length]!)
  }
  const around = Array.from({ length: BEFORE + 1 + AFTER }, (_, i) => frame - BEFORE + i)
  return [frame, ...around.filter(f => f >= 1 && f !== frame)]
}

/** A moment of a file, and what its picture is called. */
export interface Wanted {
  readonly key: string
  readonly second: number
}

/** The moments that columns show on frames, by file, each once and in the order of the frames. */
export function wantedOf(columns: readonly Column[], frames: readonly number[], rate: Rate): Map<string, Wanted[]> {
  const out = new Map<string, Wanted[]>()
  for (const { footage, hidden } of columns) {
    if (!footage || hidden) continue
    const list = out.get(footage.file) ?? []
    out.set(footage.file, list)
    for (const frame of frames) {
      const second = footageAt(footage, frame, rate)
      if (second === null) continue
      const key = footageKey(footage.file, second)
      if (!list.some(m => m.key === key)) list.push({ key, second })
    }
  }
  return out
}
