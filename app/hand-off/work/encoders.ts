import type { VideoEncodingConfig } from 'mediabunny'
import { canEncodeAudio } from 'mediabunny'
import type { Codec, Container, Quality } from '../choices'
import { bitrateOf } from '../choices'

/** Levels of H.264 High by how many blocks of 16 × 16 px a frame may have (ITU-T H.264, table A-1, from memory). */
const AVC_LEVELS: readonly (readonly [blocks: number, level: string])[] = [
  [8192, '28'],
  [36_864, '33'],
  [139_264, '3c'],
]

/** What an encoder is asked for. */
export interface Wanted {
  readonly codec: Codec
  readonly quality: Quality
  readonly size: { readonly width: number; readonly height: number }
  readonly fps: number
}

/** A key frame each second: one steps and scrubs through the movie. */
const KEY_EVERY_SECONDS = 1

export function encodingOf({ codec, quality, size, fps }: Wanted): VideoEncodingConfig {
  const bitrate = bitrateOf(quality, size, fps)
  const config: VideoEncodingConfig = { codec, bitrate, keyFrameInterval: KEY_EVERY_SECONDS, latencyMode: 'quality' }
  if (codec !== 'avc') return config
  const blocks = Math.ceil(size.width / 16) * Math.ceil(size.height / 16)
  const level = AVC_LEVELS.find(([most]) => blocks <= most)?.[1] ?? AVC_LEVELS.at(-1)![1]
  return { ...config, fullCodecString: `avc1.6400${level}` }
}

const CODEC_STRINGS: Record<Exclude<Codec, 'avc'>, string> = { vp9: 'vp09.00.51.08', av1: 'av01.0.13M.08' }

/** Which codecs this browser encodes at a size, those it does not left out. */
export async function encodable(wanted: Omit<Wanted, 'codec'>): Promise<Codec[]> {
  if (typeof VideoEncoder === 'undefined') return []
  const codecs: readonly Codec[] = ['avc', 'vp9', 'av1']
  const fine = await Promise.all(
    codecs.map(async codec => {
      const { bitrate, fullCodecString } = encodingOf({ ...wanted, codec })
      const string = fullCodecString ?? CODEC_STRINGS[codec as Exclude<Codec, 'avc'>]
      const config = { ...wanted.size, codec: string, bitrate: bitrate as number, framerate: wanted.fps }
      return VideoEncoder.isConfigSupported(config).then(
        ({ supported }) => !!supported,
        () => false,
      )
    }),
  )
  return codecs.filter((_, i) => fine[i])
}

/** The codec that sound gets in a container; null where this browser encodes none for it. */
export async function soundCodec(container: Container): Promise<'aac' | 'opus' | null> {
  const offered = container === 'mp4' ? (['aac', 'opus'] as const) : (['opus'] as const)
  for (const codec of offered) if (await canEncodeAudio(codec, { bitrate: 128_000 })) return codec
  return null
}
