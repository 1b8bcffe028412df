import type { InputVideoTrack, VideoSample } from 'mediabunny'
import { ALL_FORMATS, BlobSource, EncodedPacketSink, Input, VideoSampleSink } from 'mediabunny'
import type { Source } from './source'
import { givenSize, refuseUnfit, timesOf, Unread } from './source'
import { Walk } from './walk'

/** At most so many pictures are counted; a film of two hours has fewer. */
const MOST_FRAMES = 500_000
const CUT_OFF = 'It is damaged or cut off: its pictures cannot be read.'

/** Opens a movie. Throws Unread. */
export async function openMovie(bytes: Blob): Promise<Source> {
  const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(bytes) })
  const tracks = await input.getTracks().catch(() => [])
  if (!tracks.length) throw new Unread('It is damaged or cut off: what it tells of itself cannot be read.')
  const track = await input.getPrimaryVideoTrack()
  if (!track)
    throw new Unread(
      'It has no picture, only sound.',
      tracks.some(t => t.isAudioTrack()),
    )
  const sound = tracks.some(t => t.isAudioTrack())
  const [width, height] = [await track.getDisplayWidth(), await track.getDisplayHeight()]
  refuseUnfit(width, height, 1)
  await refuseUndecoded(track)
  const { starts, end, told } = await readTimes(track)
  const [first] = starts
  if (first === undefined) throw new Unread('It has no frames.')
  refuseUnfit(width, height, end - first)
  // Frames are kept for a while: those of a decoder in hardware are few, and it waits until they are given back.
  const sink = new VideoSampleSink(track, { hardwareAcceleration: 'prefer-software' })
  // What opens and does not decode is told now, not when it is looked at.
  const sample = await sink.getSample(first).catch(() => null)
  if (!sample) throw new Unread(CUT_OFF)
  sample.close()
  const drawn = await drawnSmaller(track, { width, height })
  const walk = new Walk(second => sink.samples(second), starts)
  return {
    found: { width, height, seconds: end - first, ...timesOf(starts, end), missing: Math.max(0, told - end), sound },
    async picture(second) {
      // Its first picture may stand at another time than 0.
      const found = await walk.at(first + second)
      if (!found) return null
      return drawn ? drawn(found) : found.toVideoFrame()
    },
  }
}

/**
 * Draws frames that are too large smaller, and those of a turned camera upright; null where they are given as they are,
 * which costs nothing.
 */
async function drawnSmaller(
  track: InputVideoTrack,
  { width, height }: { width: number; height: number },
): Promise<((found: VideoSample) => ImageBitmap) | null> {
  const size = givenSize(width, height)
  const upright = (await track.getRotation()) === 0 && !(await track.getFlip())
  if (upright && size.width === width) return null
  const canvas = new OffscreenCanvas(size.width, size.height)
  const c = canvas.getContext('2d')!
  return found => {
    found.draw(c, 0, 0, size.width, size.height)
    return canvas.transferToImageBitmap()
  }
}

async function refuseUndecoded(track: InputVideoTrack): Promise<void> {
  if (typeof VideoDecoder === 'undefined')
    throw new Unread('This browser cannot decode movies frame by frame (it has no WebCodecs).')
  if (await track.canDecode()) return
  const codec = (await track.getCodec()) ?? 'unknown'
  throw new Unread(
    `This browser cannot decode its kind of video (${codec}). Make an MP4 with H.264 or a WebM with VP9 of it.`,
  )
}

/** When its pictures begin, in order, when the last one that is there ends, and when it should, all in seconds. */
async function readTimes(track: InputVideoTrack): Promise<{ starts: number[]; end: number; told: number }> {
  const sink = new EncodedPacketSink(track)
  const starts: number[] = []
  let end = 0
  try {
    for await (const p of sink.packets(undefined, undefined, { metadataOnly: true })) {
      starts.push(p.timestamp)
      end = Math.max(end, p.timestamp + p.duration)
      if (starts.length > MOST_FRAMES) throw new Unread('It has more than 500,000 frames.')
    }
  } catch (error) {
    if (error instanceof Unread) throw error
    if (!starts.length) throw new Unread(CUT_OFF)
  }
  starts.sort((a, b) => a - b)
  const told = Math.max(end, await track.computeDuration().catch(() => end))
  const there = await countThere(sink, starts)
  if (!there) throw new Unread(CUT_OFF)
  return there === starts.length ? { starts, end, told } : { starts: starts.slice(0, there), end: starts[there]!, told }
}

/** How many pictures from the first on have their bytes: a file that was cut off may tell of more than it has. */
async function countThere(sink: EncodedPacketSink, starts: readonly number[]): Promise<number> {
  const has = async (i: number): Promise<boolean> => {
    const packet = await sink.getPacket(starts[i]!).catch(() => null)
    return !!packet && packet.data.byteLength > 0 && packet.data.byteLength === packet.byteLength
  }
  if (!starts.length || (await has(starts.length - 1))) return starts.length
  let [least, most] = [0, starts.length - 1]
  while (least < most) {
    const middle = (least + most) >> 1
    if (await has(middle)) least = middle + 1
    else most = middle
  }
  return least
}
