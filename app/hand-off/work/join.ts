import { ALL_FORMATS, BlobSource, EncodedPacketSink, EncodedVideoPacketSource, Input } from 'mediabunny'
import type { VideoCodec } from 'mediabunny'
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

/**
 * Movies of one size and codec as one, one after the other, without encoding anything again. Throws HandOffFault where they
 * cannot be one movie.
 */
export async function joined(parts: readonly Blob[], name: string, container: Container): Promise<Blob> {
  const file = await scratch(name)
  const output = outputInto(file, container)
  try {
    let source: EncodedVideoPacketSource | null = null
    let first = ''
    let passed = 0
    for (const part of parts) {
      const track = await new Input({ source: new BlobSource(part), formats: ALL_FORMATS }).getPrimaryVideoTrack()
      const config = await track?.getDecoderConfig()
      if (!track || !config) throw new HandOffFault('A part of the movie cannot be read again.')
      const kind = `${config.codec} ${bytesOf(config.description)}`
      if (!source) {
        first = kind
        source = new EncodedVideoPacketSource((await track.getCodec()) as VideoCodec)
        output.addVideoTrack(source)
        await output.start()
      }
      if (kind !== first) throw new HandOffFault('The shots were encoded differently and cannot be one movie.')
      for await (const packet of new EncodedPacketSink(track).packets())
        await source.add(packet.clone({ timestamp: passed + packet.timestamp }), { decoderConfig: config })
      passed += await track.computeDuration()
    }
    await output.finalize()
    return await file.done(MOVIE_TYPES[container])
  } catch (error) {
    await output.cancel().catch(() => undefined)
    await file.drop().catch(() => undefined)
    throw error
  }
}
