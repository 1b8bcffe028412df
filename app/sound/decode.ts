import { asTwo } from '#core/sound'
import { MOST_MINUTES } from '#core/document'
import { SOUND_CLOCK } from '#core/time'

/** A sound that was decoded: one plane of samples, or one for each ear, of `SOUND_CLOCK`. */
export interface DecodedSound {
  readonly planes: readonly Float32Array[]
  readonly samples: number
}
/** What a file says of its sound. */
export interface SoundFound {
  readonly seconds: number
  /** Samples a second of the file, and its channels; 0 where it does not say. */
  readonly rate: number
  readonly channels: number
}
/** A sound that is not read, and why. */
export interface SoundUnread {
  readonly reason: string
}
export const isUnread = (x: object): x is SoundUnread => 'reason' in x

/** Larger files are not read, bytes. */
export const MOST_SOUND_BYTES = 64 * 1024 * 1024
/** A file that does not say how long it is may be so large at most, bytes: a quarter of an hour of a good MP3. */
const MOST_UNTOLD = 32 * 1024 * 1024
const UNREAD = 'It is no sound that this browser can read, or it is damaged. WAV, MP3, OGG, FLAC and M4A usually are.'

/** What a file says of its sound before it is decoded; null where it says nothing. */
async function told(bytes: Blob): Promise<SoundFound | null> {
  const { ALL_FORMATS, BlobSource, Input } = await import('mediabunny')
  try {
    const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(bytes) })
    const track = await input.getPrimaryAudioTrack()
    if (!track) return null
    const seconds = await track.computeDuration()
    return { seconds, rate: await track.getSampleRate(), channels: await track.getNumberOfChannels() }
  } catch {
    return null
  }
}

/** Why a sound of so many seconds is not read; null where it is. */
const tooLong = (seconds: number): string | null =>
  seconds > MOST_MINUTES * 60
    ? `It lasts ${Math.ceil(seconds / 60)} minutes; at most ${MOST_MINUTES} are read. Cut out the part that is heard.`
    : null

/** Decodes a sound, whatever its rate and its channels. It is looked at first: hours of it would not fit in memory. */
export async function decodeSound(bytes: Blob): Promise<(DecodedSound & SoundFound) | SoundUnread> {
  if (!bytes.size) return { reason: 'It is empty.' }
  if (bytes.size > MOST_SOUND_BYTES)
    return { reason: `It has ${Math.round(bytes.size / 1024 / 1024)} MB; at most 64 MB are read.` }
  const about = await told(bytes)
  const reason = about ? tooLong(about.seconds) : bytes.size > MOST_UNTOLD ? UNREAD : null
  if (reason) return { reason }
  let buffer: AudioBuffer
  try {
    buffer = await new OfflineAudioContext(1, 1, SOUND_CLOCK).decodeAudioData(await bytes.arrayBuffer())
  } catch {
    return { reason: UNREAD }
  }
  const late = tooLong(buffer.duration)
  if (late) return { reason: late }
  if (!buffer.length) return { reason: 'There is no sound in it.' }
  const planes = asTwo(Array.from({ length: buffer.numberOfChannels }, (_, i) => buffer.getChannelData(i)))
  return {
    planes,
    samples: buffer.length,
    seconds: buffer.duration,
    rate: about?.rate ?? 0,
    channels: about?.channels ?? buffer.numberOfChannels,
  }
}
