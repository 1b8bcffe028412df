import type { Rate } from '#core/time'
import { hasTag, alongFrames, drawBeats, drawTag, drawWave, TAG } from '~/sound/draw-wave'
import type { WaveSeen } from '~/sound/draw-wave'
import type { LaidSound } from '~/sound/lanes'
import type { Frames } from '#core/sheet'
import { theme } from '~/ui/colours'
import type { Rows } from './layout'
import type { SheetPoint } from './sheet-places'

/** The column of the sound: where it begins and how wide it is, px, and the sounds in it. */
export interface SoundLane {
  readonly left: number
  readonly width: number
  readonly laid: readonly LaidSound[]
  readonly rate: Rate
}

/** What of a sound is taken hold of: its tag moves it, its ends trim it. */
export type SoundGrip = { readonly sound: string; readonly part: 'tag' | 'start' | 'end' }

/** How near an end is taken hold of, px. */
const NEAR = 4
/** Room at either side of a sound, px. */
const PAD = 3

interface Box {
  readonly x: number
  readonly width: number
  readonly top: number
  readonly bottom: number
}

/** Where a sound lies in its column, px from the left of the sheet and from the top of frame 1. */
export function boxOf({ left, width, rate }: SoundLane, { lane, lanes, start, end }: LaidSound, rows: Rows): Box {
  const { at } = alongFrames(rows.px, rate)
  const each = (width - 2 * PAD) / lanes
  return { x: left + PAD + lane * each, width: each - (lanes > 1 ? 1 : 0), top: at(start), bottom: at(end) }
}

/** The sound at a place of its column; null where there is none. */
export const soundAt = (lane: SoundLane, rows: Rows, { x, y }: SheetPoint): LaidSound | null =>
  lane.laid.find(l => {
    const box = boxOf(lane, l, rows)
    return x >= box.x && x < box.x + box.width && y >= box.top - NEAR && y < box.bottom + NEAR
  }) ?? null

/** What is taken hold of at a place; null where the frames are scrubbed. */
export function gripAt(lane: SoundLane, rows: Rows, p: SheetPoint): SoundGrip | null {
  const laid = soundAt(lane, rows, p)
  if (!laid) return null
  const { top, bottom } = boxOf(lane, laid, rows)
  const sound = laid.sound.id
  if (Math.abs(p.y - bottom) <= NEAR) return { sound, part: 'end' }
  if (!hasTag(bottom - top)) return p.y < bottom ? { sound, part: 'tag' } : null
  if (Math.abs(p.y - top) <= NEAR) return { sound, part: 'start' }
  return p.y < top + TAG ? { sound, part: 'tag' } : null
}

/** The column of the sound with all that is heard, row for row with the frames. */
export function drawSoundLane(
  c: CanvasRenderingContext2D,
  lane: SoundLane,
  { waves, rows, seen, here }: { waves: readonly WaveSeen[]; rows: Rows; seen: Frames; here: string | undefined },
): void {
  const t = theme()
  const along = alongFrames(rows.px, lane.rate)
  const [from, to] = [rows.y(seen.first), rows.y(seen.last + 2)]
  c.save()
  c.fillStyle = t.edge
  c.fillRect(lane.left, from, 1, to - from)
  for (const wave of waves) {
    const box = boxOf(lane, wave.laid, rows)
    if (box.bottom < from || box.top > to) continue
    c.fillStyle = t.panel
    c.fillRect(box.x, box.top, box.width, box.bottom - box.top)
    drawWave(c, wave, along, { from, to, middle: box.x + box.width / 2, half: box.width / 2 - 1, upright: true })
    drawBeats(c, wave, along, { from, to, side: box.x, upright: true })
    c.fillStyle = t.soft
    c.fillRect(box.x, box.top, box.width, 1)
    c.fillRect(box.x, box.bottom - 1, box.width, 1)
    const { sound } = wave.laid
    if (hasTag(box.bottom - box.top))
      drawTag(c, sound.muted ? `${sound.name} · muted` : sound.name, { ...box, y: box.top }, sound.id === here)
  }
  c.restore()
}
