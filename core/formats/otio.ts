import type { Rate } from '../time'
import { perSecond } from '../time'

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

/** Time in a movie begins with 0, in numbered images with the first number. */
function clipOf(clip: Clip): object {
  const start = clip.media?.kind === 'images' ? clip.first : (clip.lead ?? 0)
  return {
    ...composed('Clip.2', clip.name),
    source_range: range(start, clip.frames, clip.rate),
    markers: clip.notes.map(n => ({
      OTIO_SCHEMA: 'Marker.2',
      metadata: {},
      name: n.text,
      color: 'GREEN',
      comment: n.text,
      marked_range: range(start + n.frame - clip.first, n.frames, clip.rate),
    })),
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
