import type { Shot } from '../document'
import { columnsOf, shownPlan } from '../document'
import { eachRun } from '../sheet'
import type { Rate } from '../time'
import { perSecond } from '../time'
import { movedJson, movesJson } from './moves-json'

/** What a shot's clip points at: a movie, or numbered images; nothing where neither is given along. */
export type ClipMedia =
  | { readonly kind: 'movie'; readonly url: string }
  | {
      readonly kind: 'images'
      readonly folder: string
      readonly before: string
      readonly after: string
      readonly digits: number
    }
  | null

/** One shot in its place in a production; `frames` are those of its media, of which the first is `first`. */
export interface Clip {
  readonly name: string
  readonly rate: Rate
  readonly first: number
  readonly frames: number
  /** Frames of a movie before the first one of the shot. */
  readonly lead?: number
  readonly media: ClipMedia
  /** Notes: from a frame of the shot, for so many frames. */
  readonly notes: readonly { readonly frame: number; readonly frames: number; readonly text: string }[]
}

/**
 * A production's shots, one after the other, as OpenTimelineIO: a timeline with one video track (the open schema of the ASWF:
 * Timeline.1, Stack.1, Track.1, Clip.2; from memory). Times are frames at the rate of their shot.
 */
export const otioTimeline = (name: string, clips: readonly Clip[]): object => ({
  OTIO_SCHEMA: 'Timeline.1',
  metadata: {},
  name,
  global_start_time: null,
  tracks: {
    ...composed('Stack.1', 'tracks'),
    children: [{ ...composed('Track.1', 'shots'), kind: 'Video', children: clips.map(clipOf) }],
  },
})

/**
 * The sheet of a plan as OpenTimelineIO, by the same schema: a track for each column, a clip for each exposure, named by
 * its drawing's number, a gap for each blank; notes are markers of the stack; moves and the camera are metadata.
 * Exposures go on to the end of the shot.
 */
export function otioSheet(shot: Shot, planId: string): object {
  const plan = shownPlan(shot, shot.plans[planId]!)
  const { rate } = shot
  const tracks = columnsOf(plan).map(c => {
    const { drawings } = shot.stacks[c.stack]!
    const runs = [...eachRun(c.runs)].map(({ run }) => ({ drawing: run.drawing, frames: run.frames }))
    const rest = shot.length - c.runs.frames
    // After its last exposure the drawing stays.
    const last = runs.at(-1)
    if (last && rest > 0) runs[runs.length - 1] = { ...last, frames: last.frames + rest }
    const children = runs.map(({ drawing, frames }) => {
      const item = drawing === null ? composed('Gap.1', '') : composed('Clip.2', drawings[drawing]!.number)
      const lasts = { ...item, source_range: range(0, frames, rate) }
      return drawing === null
        ? lasts
        : { ...lasts, media_references: { DEFAULT_MEDIA: NO_MEDIA }, active_media_reference_key: 'DEFAULT_MEDIA' }
    })
    return { ...composed('Track.1', c.name), metadata: own(movedJson(c)), kind: 'Video', enabled: !c.hidden, children }
  })
  const markers = Object.values(plan.notes ?? {}).map(n => markerOf(n.text, range(n.frame - 1, n.frames, rate)))
  return {
    OTIO_SCHEMA: 'Timeline.1',
    metadata: {},
    name: shot.name,
    global_start_time: null,
    tracks: {
      ...composed('Stack.1', 'tracks'),
      metadata: own(movesJson(shot.plans[planId]!)),
      ...{ markers, children: tracks },
    },
  }
}

/** What the schema has no place for, under a name of our own; nothing where there is none. */
const own = (about: object): object => (Object.keys(about).length ? { fintro: about } : {})

const composed = (schema: string, name: string) => ({
  OTIO_SCHEMA: schema,
  metadata: {},
  name,
  source_range: null,
  effects: [],
  markers: [],
  enabled: true,
})
const time = (value: number, rate: Rate) => ({ OTIO_SCHEMA: 'RationalTime.1', rate: perSecond(rate), value })
const range = (start: number, frames: number, rate: Rate) => ({
  OTIO_SCHEMA: 'TimeRange.1',
  start_time: time(start, rate),
  duration: time(frames, rate),
})

const markerOf = (text: string, marked_range: object): object => ({
  OTIO_SCHEMA: 'Marker.2',
  metadata: {},
  name: text,
  color: 'GREEN',
  comment: text,
  marked_range,
})
const NO_MEDIA = {
  ...{ OTIO_SCHEMA: 'MissingReference.1', metadata: {}, name: '' },
  ...{ available_range: null, available_image_bounds: null },
}

/** Time in a movie begins with 0, in numbered images with the first number. */
function clipOf(clip: Clip): object {
  const start = clip.media?.kind === 'images' ? clip.first : (clip.lead ?? 0)
  return {
    ...composed('Clip.2', clip.name),
    source_range: range(start, clip.frames, clip.rate),
    markers: clip.notes.map(n => markerOf(n.text, range(start + n.frame - clip.first, n.frames, clip.rate))),
    media_references: { DEFAULT_MEDIA: mediaOf(clip) },
    active_media_reference_key: 'DEFAULT_MEDIA',
  }
}

function mediaOf({ name, rate, first, frames, lead = 0, media }: Clip): object {
  const about = { metadata: {}, name, available_image_bounds: null }
  const available_range = media?.kind === 'images' ? range(first, frames, rate) : range(0, lead + frames, rate)
  if (!media) return { OTIO_SCHEMA: 'MissingReference.1', ...about, available_range: null }
  if (media.kind === 'movie')
    return { OTIO_SCHEMA: 'ExternalReference.1', ...about, available_range, target_url: urlOf(media.url) }
  return {
    OTIO_SCHEMA: 'ImageSequenceReference.1',
    ...about,
    available_range,
    target_url_base: urlOf(media.folder),
    name_prefix: media.before,
    name_suffix: media.after,
    start_frame: first,
    frame_step: 1,
    rate: perSecond(rate),
    frame_zero_padding: media.digits,
    missing_frame_policy: 'error',
  }
}

/** A path beside the file as a URL (RFC 3986). */
const urlOf = (path: string): string => path.split('/').map(encodeURIComponent).join('/')
