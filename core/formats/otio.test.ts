import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { rate } from '../time'
import { done, PLAN, planned, where } from '../commands/fixture.test-helper'
import { columnsOf } from '../document'
import { otioSheet, otioTimeline } from './otio'

// The open schema of OpenTimelineIO (ASWF), as its documentation gives it; from memory.
const time = z.strictObject({ OTIO_SCHEMA: z.literal('RationalTime.1'), rate: z.number().gt(0), value: z.number() })
const range = z.strictObject({ OTIO_SCHEMA: z.literal('TimeRange.1'), start_time: time, duration: time })
const common = { metadata: z.object({}), name: z.string() }
const item = { ...common, source_range: range.nullable(), effects: z.array(z.never()), enabled: z.boolean() }
const marker = z.strictObject({
  OTIO_SCHEMA: z.literal('Marker.2'),
  ...common,
  color: z.string(),
  comment: z.string(),
  marked_range: range,
})
const reference = { ...common, available_range: range.nullable(), available_image_bounds: z.null() }
const media = z.discriminatedUnion('OTIO_SCHEMA', [
  z.strictObject({ OTIO_SCHEMA: z.literal('MissingReference.1'), ...reference }),
  z.strictObject({ OTIO_SCHEMA: z.literal('ExternalReference.1'), ...reference, target_url: z.string() }),
  z.strictObject({
    OTIO_SCHEMA: z.literal('ImageSequenceReference.1'),
    ...reference,
    target_url_base: z.string(),
    name_prefix: z.string(),
    name_suffix: z.string(),
    start_frame: z.number().int(),
    frame_step: z.number().int(),
    rate: z.number(),
    frame_zero_padding: z.number().int(),
    missing_frame_policy: z.enum(['error', 'hold', 'black']),
  }),
])
const clip = z.strictObject({
  OTIO_SCHEMA: z.literal('Clip.2'),
  ...item,
  markers: z.array(marker),
  media_references: z.record(z.string(), media),
  active_media_reference_key: z.string(),
})
const gap = z.strictObject({ OTIO_SCHEMA: z.literal('Gap.1'), ...item, markers: z.array(marker) })
const track = z.strictObject({
  OTIO_SCHEMA: z.literal('Track.1'),
  ...item,
  markers: z.array(marker),
  kind: z.literal('Video'),
  children: z.array(z.discriminatedUnion('OTIO_SCHEMA', [clip, gap])),
})
const timeline = z.strictObject({
  OTIO_SCHEMA: z.literal('Timeline.1'),
  ...common,
  global_start_time: time.nullable(),
  tracks: z.strictObject({
    OTIO_SCHEMA: z.literal('Stack.1'),
    ...item,
    markers: z.array(marker),
    children: z.array(track),
  }),
})

const film = rate(24)
const note = { frame: 13, frames: 6, text: 'lifts' }
const read = (...clips: Parameters<typeof otioTimeline>[1]) => timeline.parse(otioTimeline('Gull Point Lamp', clips))
const shots = (...clips: Parameters<typeof otioTimeline>[1]) =>
  read(...clips).tracks.children[0]!.children.filter(c => c.OTIO_SCHEMA === 'Clip.2')

describe('a timeline', () => {
  it('has the shots in their order, each with its frames at its own rate', () => {
    const clips = shots(
      { name: '010', rate: film, first: 1, frames: 61, media: null, notes: [] },
      { name: '020', rate: rate(24_000, 1001), first: 1, frames: 96, media: null, notes: [] },
    )
    expect(clips.map(c => [c.name, c.source_range!.duration.value])).toEqual([
      ['010', 61],
      ['020', 96],
    ])
    expect(clips[1]!.source_range!.duration.rate).toBeCloseTo(23.976, 3)
    expect(clips[0]!.media_references.DEFAULT_MEDIA!.OTIO_SCHEMA).toBe('MissingReference.1')
  })
  it('cuts the slate off a movie, and puts notes where they are in it', () => {
    const media = { kind: 'movie', url: '020 a/020 a.mp4' } as const
    const [clip] = shots({ name: '020', rate: film, first: 1, frames: 61, lead: 24, media, notes: [note] })
    expect(clip!.source_range!.start_time.value).toBe(24)
    const reference = clip!.media_references.DEFAULT_MEDIA!
    expect(reference.available_range!.duration.value).toBe(85)
    expect(reference).toMatchObject({ target_url: '020%20a/020%20a.mp4' })
    expect(clip!.markers[0]!.marked_range).toMatchObject({ start_time: { value: 36 }, duration: { value: 6 } })
  })
  it('counts numbered images from their first number', () => {
    const media = { kind: 'images', folder: '020/', before: '020.', after: '.png', digits: 4 } as const
    const [clip] = shots({ name: '020', rate: film, first: 9, frames: 8, media, notes: [] })
    expect(clip!.source_range!.start_time.value).toBe(9)
    expect(clip!.media_references.DEFAULT_MEDIA).toMatchObject({ start_frame: 9, frame_zero_padding: 4 })
  })
})

describe('a sheet as a timeline', () => {
  const shot = planned()
  const sheet = timeline.parse(otioSheet(shot, PLAN))
  it('has a track for each column, as long as the shot, at its rate', () => {
    expect(sheet.tracks.children.map(t => t.name)).toEqual(columnsOf(shot.plans[PLAN]!).map(c => c.name))
    for (const { children } of sheet.tracks.children) {
      expect(children.reduce((n, c) => n + c.source_range!.duration.value, 0)).toBe(shot.length)
      expect(children.every(c => c.source_range!.duration.rate === 24)).toBe(true)
    }
  })
  it('has a gap for a blank, and its notes as markers of the whole', () => {
    const blank = done(shot, 'column.expose', { ...where, exposures: [{ drawing: null, frames: shot.length }] })
    expect(timeline.parse(otioSheet(blank, PLAN)).tracks.children[0]!.children.map(c => c.OTIO_SCHEMA)).toEqual([
      'Gap.1',
    ])
    const noted = done(shot, 'note.set', { plan: PLAN, note: { id: 'note-0001', ...note } })
    const [marker] = timeline.parse(otioSheet(noted, PLAN)).tracks.markers
    expect(marker).toMatchObject({ name: 'lifts', marked_range: { start_time: { value: 12 }, duration: { value: 6 } } })
  })
})
