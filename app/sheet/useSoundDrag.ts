import { sampleOf } from '#core/time'
import type { Sound } from '#core/document'
import { useDesk } from '~/desk/desk'
import { begunLater, endedLater, moved, setDraft } from '~/sound/drafts'
import { useSounds } from '~/sound/store'
import { useSheet } from './sheet'
import type { SoundGrip } from './sound-lane'

/** The pointer moves nothing until it has gone so far, px. */
const STILL = 3

/** Dragging a sound in its column: by frames, with Alt by samples; shown on the way, done where it is let go. */
export function useSoundDrag() {
  const [desk, sheet, sounds] = [useDesk(), useSheet(), useSounds()]
  let held: { grip: SoundGrip; sound: Sound; y: number } | null = null
  let going = false

  function begin(grip: SoundGrip, y: number): void {
    const sound = sounds.list.find(s => s.id === grip.sound)
    sounds.hereId = grip.sound
    held = sound ? { grip, sound, y } : null
    going = false
  }

  function move(y: number, fine: boolean): void {
    if (!held || (!going && Math.abs(y - held.y) < STILL)) return
    going = true
    const { sound, grip } = held
    const { rate } = desk.shot!
    const frame = sampleOf(2, rate) - sampleOf(1, rate)
    const frames = (y - held.y) / sheet.rowHeight
    const by = Math.round((fine ? frames : Math.round(frames)) * frame)
    if (!by) return desk.drop()
    const set =
      grip.part === 'tag'
        ? moved(sound, by, rate)
        : grip.part === 'start'
          ? begunLater(sound, by, rate)
          : endedLater(sound, by)
    desk.tryOut(setDraft(desk.plan!.id, sound, set), wordsOf(sound, grip, set))
  }

  function end(): void {
    if (going && desk.preview) desk.take()
    held = null
  }

  return { begin, move, end }
}

function wordsOf(sound: Sound, { part }: SoundGrip, set: Partial<Sound>): string {
  if (part === 'end') return `${sound.name} is trimmed at its end; nothing of the file is lost. Alt: by samples.`
  const at = `frame ${set.frame}${set.offset ? ` and ${set.offset} samples` : ''}`
  return part === 'start'
    ? `${sound.name} is heard from ${at} on; nothing of the file is lost. Alt: by samples.`
    : `${sound.name} begins on ${at}. Alt: by samples.`
}
