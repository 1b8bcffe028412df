import {
  ALL_FORMATS,
  BlobSource,
  EncodedAudioPacketSource,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  Input,
} from 'mediabunny'
import type { AudioCodec, EncodedPacket, InputAudioTrack, InputVideoTrack, Output, VideoCodec } from 'mediabunny'
import { HandOffFault } from '../given'
import type { Container } from '../choices'
import { MOVIE_TYPES, outputInto } from './movie-file'
import { scratch } from './scratch'

const bytesOf = (b: AllowSharedBufferSource | undefined): string =>
  b
    ? new Uint8Array(
        ArrayBuffer.isView(b) ? b.buffer.slice(b.byteOffset, b.byteOffset + b.byteLength) : b.slice(0),
      ).join()
    : ''

const AWAY = 'A part of the movie cannot be read again.'

/** Pictures and sound of movies as one, as they were encoded. */
class Joining {
  private video: EncodedVideoPacketSource | null = null
  private audio: EncodedAudioPacketSource | null = null
  private kind = ''
  private passed = 0

  constructor(private readonly output: Output) {}

  async add(part: Blob): Promise<void> {
    const input = new Input({ source: new BlobSource(part), formats: ALL_FORMATS })
    const [picture, sound] = [await input.getPrimaryVideoTrack(), await input.getPrimaryAudioTrack()]
    const config = await picture?.getDecoderConfig()
    if (!picture || !config) throw new HandOffFault(AWAY)
    const kind = `${config.codec} ${bytesOf(config.description)}`
    if (!this.video) await this.begin(kind, picture, sound)
    if (kind !== this.kind) throw new HandOffFault('The shots were encoded differently and cannot be one movie.')
    const heard = sound && this.audio ? await this.soundOf(sound) : null
    for await (const packet of new EncodedPacketSink(picture).packets()) {
      await heard?.upTo(packet.timestamp)
      await this.video!.add(this.later(packet), { decoderConfig: config })
    }
    const lasts = await picture.computeDuration()
    await heard?.upTo(lasts)
    this.passed += lasts
  }

  private async begin(kind: string, picture: InputVideoTrack, sound: InputAudioTrack | null): Promise<void> {
    this.kind = kind
    this.video = new EncodedVideoPacketSource((await picture.getCodec()) as VideoCodec)
    this.output.addVideoTrack(this.video)
    if (sound) {
      this.audio = new EncodedAudioPacketSource((await sound.getCodec()) as AudioCodec)
      this.output.addAudioTrack(this.audio)
    }
    await this.output.start()
  }

  /** The sound of a part, given along with its pictures. */
  private async soundOf(track: InputAudioTrack) {
    const decoderConfig = await track.getDecoderConfig()
    if (!decoderConfig) throw new HandOffFault(AWAY)
    const packets = new EncodedPacketSink(track).packets()
    let next = await packets.next()
    return {
      upTo: async (seconds: number): Promise<void> => {
        for (; !next.done && next.value.timestamp < seconds; next = await packets.next())
          if (this.passed + next.value.timestamp >= 0) await this.audio!.add(this.later(next.value), { decoderConfig })
      },
    }
  }

  private later(packet: EncodedPacket): EncodedPacket {
    return packet.clone({ timestamp: this.passed + packet.timestamp })
  }
}

/**
 * Movies of one size and codec as one, one after the other, without encoding anything again. Throws HandOffFault where they
 * cannot be one movie.
 */
export async function joined(parts: readonly Blob[], name: string, container: Container): Promise<Blob> {
  const file = await scratch(name)
  const output = outputInto(file, container)
  const joining = new Joining(output)
  try {
    for (const part of parts) await joining.add(part)
    await output.finalize()
    return await file.done(MOVIE_TYPES[container])
  } catch (error) {
    await output.cancel().catch(() => undefined)
    await file.drop().catch(() => undefined)
    throw error
  }
}
