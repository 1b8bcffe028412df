import { z } from 'zod'
import { plural } from '../basic'
import { freeNumber, newStack } from '../document'
import type { Rate } from '../time'
import { perSecond } from '../time'
import type { ColumnIn, ReadIn } from './sheet-in'

/** A moment or a length, in units of its rate; what is not a number of sense is refused by the schema. */
const timeSchema = z.object({ value: z.number().min(-1e9).max(1e9), rate: z.number().gt(0).max(1e6) })
const rangeSchema = z.object({ start_time: timeSchema, duration: timeSchema })
const mediaSchema = z.object({ available_range: rangeSchema.nullish(), target_url: z.string().optional() })
const markerSchema = z.object({
  name: z.string().nullish(),
  comment: z.string().nullish(),
  marked_range: rangeSchema.nullish(),
})
/** What all of its items have; fields that are not read here may be anything. */
const itemSchema = z.object({
  OTIO_SCHEMA: z.string(),
  name: z.string().nullish(),
  kind: z.string().optional(),
  enabled: z.boolean().optional(),
  source_range: rangeSchema.nullish(),
  effects: z.array(z.unknown()).nullish(),
  markers: z.array(markerSchema).nullish(),
  media_reference: mediaSchema.nullish(),
  media_references: z.record(z.string(), mediaSchema).nullish(),
  active_media_reference_key: z.string().nullish(),
  children: z.array(z.unknown()).max(20_000, 'It has more than 20,000 items in one place.').nullish(),
  tracks: z.unknown().optional(),
})
type Item = z.infer<typeof itemSchema>
type Range = z.infer<typeof rangeSchema>

const kindOf = ({ OTIO_SCHEMA }: Item): string => OTIO_SCHEMA.split('.')[0]!
const secondsOf = (t: z.infer<typeof timeSchema>): number => t.value / t.rate

/** What is left out, each kind once with how often. */
class Left {
  private readonly counts = new Map<string, number>()
  add(what: string): void {
    this.counts.set(what, (this.counts.get(what) ?? 0) + 1)
  }
  words = (): string[] => [...this.counts].map(([what, n]) => (n > 1 ? `${what} (${n} times)` : what))
}

class NoTimeline extends Error {}

function itemOf(value: unknown): Item {
  const read = itemSchema.safeParse(value)
  if (read.success) return read.data
  const [issue] = read.error.issues
  throw new NoTimeline(
    `It is no timeline by its schema, at ${issue!.path.join(' › ') || 'an item'}: ${issue!.message}.`,
  )
}

/**
 * Reads an OpenTimelineIO timeline (the open schema of the ASWF, versions 1 and 2 of its items): each picture track
 * becomes a column, each clip an exposure of the drawing that its name tells, each gap a blank, each marker a note. Times
 * are turned into frames of `rate`, counted from the start of the track, so that nothing drifts. What has no place in a
 * sheet is told.
 */
export function readOtio(value: unknown, rate: Rate): ReadIn {
  const left = new Left()
  try {
    const top = itemOf(value)
    const tracks = tracksOf(top, left).filter(t => {
      if (t.kind === undefined || t.kind === 'Video') return true
      left.add(`a track of ${t.kind === 'Audio' ? 'sound' : `the kind “${t.kind}”`}`)
      return false
    })
    const notes: Notes = []
    const whole = kindOf(top) === 'Timeline' ? itemOf(top.tracks) : top
    if (kindOf(whole) === 'Stack') for (const m of whole.markers ?? []) note(m, 0, { rate, left, notes })
    const columns = tracks.map((t, i) => columnOf(t, i, { rate, left, notes }))
    const length = Math.max(1, ...columns.map(c => c.exposures.reduce((sum, x) => sum + x.frames, 0)))
    const name = (top.name ?? '').trim().slice(0, 80) || 'Timeline'
    return {
      ok: true,
      sheet: {
        ...{ name, rate, length, notes: notes.sort((a, b) => a.frame - b.frame) },
        columns: columns.filter(c => c.exposures.length),
        left: left.words(),
      },
    }
  } catch (error) {
    if (error instanceof NoTimeline) return { ok: false, message: error.message }
    throw error
  }
}

function tracksOf(top: Item, left: Left): Item[] {
  const kind = kindOf(top)
  if (kind === 'Timeline') return tracksOf(itemOf(top.tracks), left)
  if (kind === 'Track') return [top]
  if (kind !== 'Stack')
    throw new NoTimeline(`It begins with “${top.OTIO_SCHEMA}”: a timeline, a stack or a track is read.`)
  return (top.children ?? []).map(itemOf).flatMap(child => {
    if (kindOf(child) === 'Track') return [child]
    left.add('an item beside the tracks')
    return []
  })
}

type Notes = { frame: number; frames: number; text: string }[]
interface Reading {
  readonly rate: Rate
  readonly left: Left
  readonly notes: Notes
}

/** More deeply nothing is looked into. */
const MOST_NESTED = 20

/** How a part of a track runs: what it starts with and how long it lasts, seconds. Null where it does not say. */
function lastsOf(item: Item, depth = 0): { start: number; seconds: number } | null {
  const media = item.media_reference ?? item.media_references?.[item.active_media_reference_key ?? 'DEFAULT_MEDIA']
  const range: Range | null | undefined = item.source_range ?? media?.available_range
  if (range) return { start: secondsOf(range.start_time), seconds: secondsOf(range.duration) }
  if (depth > MOST_NESTED) throw new NoTimeline(`It is nested more than ${MOST_NESTED} times.`)
  const parts = (item.children ?? []).map(itemOf)
  if (!parts.length) return null
  const each = parts.filter(p => kindOf(p) !== 'Transition').map(p => lastsOf(p, depth + 1)?.seconds ?? 0)
  return { start: 0, seconds: kindOf(item) === 'Stack' ? Math.max(...each) : each.reduce((a, b) => a + b, 0) }
}

function columnOf(track: Item, index: number, { rate, left, notes }: Reading): ColumnIn {
  const exposures: { drawing: string | null; frames: number }[] = []
  const numbers = new Numbers()
  let [seconds, frames] = [0, 0]
  for (const child of (track.children ?? []).map(itemOf)) {
    const kind = kindOf(child)
    if (kind === 'Transition') {
      left.add('a transition')
      continue
    }
    const lasts = lastsOf(child)
    if (!lasts || lasts.seconds <= 0) {
      left.add('a clip that lasts no time')
      continue
    }
    if (child.effects?.length) left.add(plural(child.effects.length, 'effect'))
    if (kind === 'Stack' || kind === 'Track') left.add('what is nested in a clip (taken as one drawing)')
    if (child.enabled === false) left.add('a clip that is switched off (taken as a blank)')
    for (const m of child.markers ?? []) note(m, seconds - lasts.start, { rate, left, notes })
    seconds += lasts.seconds
    const end = Math.round(seconds * perSecond(rate) + 1e-6)
    if (end === frames) {
      left.add('a clip that is shorter than a frame')
      continue
    }
    const drawing = kind === 'Gap' || child.enabled === false ? null : numbers.of(child)
    exposures.push({ drawing, frames: end - frames })
    frames = end
  }
  for (const m of track.markers ?? []) note(m, 0, { rate, left, notes })
  return {
    ...{ name: (track.name ?? '').trim().slice(0, 80) || `Track ${index + 1}`, step: null, charts: [] },
    ...{ background: false, hidden: track.enabled === false, reference: false },
    drawings: numbers.all.map(number => ({ number, role: 'key' })),
    exposures,
  }
}

/** A stack without drawings: numbers are free but for those that were given. */
const NONE = newStack('none')

/** The numbers of a track's drawings: their names where those are short, else counted. One name is one drawing. */
class Numbers {
  private readonly known = new Map<string, string>()

  get all(): string[] {
    return [...this.known.values()]
  }

  of({ name, media_reference: media }: Item): string {
    const key = (name ?? '').trim() || media?.target_url || `clip ${this.known.size + 1}`
    const found = this.known.get(key)
    if (found !== undefined) return found
    const number = freeNumber(NONE, key.length <= 12 ? key : String(this.known.size + 1), this.known.values())
    this.known.set(key, number)
    return number
  }
}

function note(m: z.infer<typeof markerSchema>, offset: number, { rate, left, notes }: Reading): void {
  const text = (m.comment || m.name || '').trim().slice(0, 400)
  const at = m.marked_range && offset + secondsOf(m.marked_range.start_time)
  if (!text || at === null || at === undefined || at < -1e-6)
    return left.add('a marker without words or outside its clip')
  const frames = Math.max(1, Math.round(secondsOf(m.marked_range!.duration) * perSecond(rate)))
  notes.push({ frame: Math.round(at * perSecond(rate) + 1e-6) + 1, frames, text })
}
