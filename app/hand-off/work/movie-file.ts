import type { AudioSampleSource as SampleSource, StreamTargetChunk } from 'mediabunny'
import {
  AudioSample,
  AudioSampleSource,
  Mp4OutputFormat,
  Output,
  StreamTarget,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
} from 'mediabunny'
import type { Rate } from '#core/time'
import { perSecond } from '#core/time'
import type { Container, MovieChoices, Sound } from '../choices'
import { CODECS } from '../choices'
import { HandOffFault } from '../given'
import { encodingOf, soundCodec } from './encoders'
import type { Scratch } from './scratch'

export const MOVIE_TYPES: Record<Container, string> = { mp4: 'video/mp4', webm: 'video/webm' }

/** An output that is written into a scratch file. */
export function outputInto(scratch: Scratch, container: Container): Output {
  const writable = new WritableStream<StreamTargetChunk>({
    write: ({ data, position }) => scratch.write(data, position),
  })
  return new Output({
    format: container === 'mp4' ? new Mp4OutputFormat({ fastStart: false }) : new WebMOutputFormat(),
    target: new StreamTarget(writable, { chunked: true }),
  })
}

/** What a movie is begun with: `frames` of it in all, of which the shot's own come `lead` seconds after its beginning. */
export interface MovieAbout {
  readonly choices: MovieChoices
  readonly rate: Rate
  readonly frames: number
  readonly sound: Sound | null
  readonly lead: number
}

/** How far sound is given ahead of the pictures, s. */
const SOUND_AHEAD = 0.5

/** A movie that is being written, picture after picture. */
export class MovieFile {
  private shown = 0
  private heard = 0

  private constructor(
    private readonly output: Output,
    private readonly video: VideoSampleSource,
    private readonly audio: { readonly source: SampleSource; readonly sound: Sound } | null,
    private readonly rate: Rate,
    /** Frames of the whole movie. */
    private readonly frames: number,
    private readonly codec: MovieChoices['codec'],
  ) {}

  /**
   * Begins a movie of pictures of a size. Sound begins with the first frame of the shot. Throws
   * HandOffFault where the browser has no encoder for it.
   */
  static async begin(
    scratch: Scratch,
    size: { readonly width: number; readonly height: number },
    { choices, rate, frames, sound, lead }: MovieAbout,
  ): Promise<MovieFile> {
    const output = outputInto(scratch, choices.container)
    const fps = perSecond(rate)
    const { codec, quality, container } = choices
    const video = new VideoSampleSource(encodingOf({ codec, quality, size, fps }))
    output.addVideoTrack(video, { frameRate: fps })
    const audio = sound ? await soundTrack(output, container, { ...sound, at: sound.at + lead }) : null
    const movie = new MovieFile(output, video, audio, rate, frames, codec)
    await movie.told(() => output.start())
    return movie
  }

  /** A picture is shown for one frame. */
  async add(canvas: OffscreenCanvas): Promise<void> {
    const { num, den } = this.rate
    const at = (this.shown * den) / num
    await this.told(async () => {
      await this.hear(at + SOUND_AHEAD)
      const sample = new VideoSample(canvas, { timestamp: at, duration: den / num })
      await this.video.add(sample)
      sample.close()
    })
    this.shown++
  }

  /** Ends the movie with its last picture; sound that is longer is cut there. */
  async end(): Promise<void> {
    await this.told(async () => {
      await this.hear((this.shown * this.rate.den) / this.rate.num, { last: true })
      await this.output.finalize()
    })
  }

  cancel = (): Promise<void> => this.output.cancel().catch(() => undefined)

  /** Gives sound up to a time, s: silence where there is none yet, so that both tracks begin together. */
  private async hear(until: number, { last = false } = {}): Promise<void> {
    if (!this.audio) return
    const { sound, source } = this.audio
    const whole = (this.frames * this.rate.den) / this.rate.num
    const end = Math.round(Math.min(until, whole) * sound.rate)
    // In parts of half a second at least; what is left at the end as it is.
    if (end <= this.heard || (!last && end - this.heard < sound.rate / 2)) return
    const first = this.heard - Math.round(sound.at * sound.rate)
    const frames = end - this.heard
    const data = new Float32Array(frames * sound.channels.length)
    sound.channels.forEach((samples, k) => {
      const from = Math.max(0, first)
      const part = samples.subarray(from, Math.max(from, first + frames))
      data.set(part, k * frames + Math.max(0, Math.min(frames, -first)))
    })
    const timestamp = this.heard / sound.rate
    this.heard = end
    const about = { format: 'f32-planar' as const, numberOfChannels: sound.channels.length, sampleRate: sound.rate }
    const sample = new AudioSample({ data, timestamp, ...about })
    await source.add(sample)
    sample.close()
  }

  /** An encoder may say yes to a size and fail at the first picture: that is told in words. */
  private async told(work: () => Promise<void>): Promise<void> {
    try {
      await work()
    } catch (error) {
      if (error instanceof HandOffFault) throw error
      const { name } = CODECS[this.codec]
      throw new HandOffFault(
        `The browser’s encoder for ${name} failed: ${(error as Error).message} Try another codec, or a smaller size.`,
      )
    }
  }
}

async function soundTrack(output: Output, container: Container, sound: Sound) {
  const codec = await soundCodec(container)
  if (!codec) throw new HandOffFault('This browser encodes no sound. Export the movie without it.')
  const source = new AudioSampleSource({ codec, bitrate: 128_000 })
  output.addAudioTrack(source)
  return { source, sound }
}
