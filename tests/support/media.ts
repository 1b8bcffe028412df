import { execFile } from 'node:child_process'
import { promisify } from 'node:util'

const run = promisify(execFile)
const MOST = 1024 * 1024 * 1024

/** What Debian's ffprobe tells of a stream of a movie. */
export interface Stream {
  readonly codec_type: 'video' | 'audio'
  readonly codec_name: string
  readonly width: number
  readonly height: number
  readonly avg_frame_rate: string
  readonly nb_read_frames: string
  readonly start_time: string
}

export async function streamsOf(file: string): Promise<Stream[]> {
  const { stdout } = await run('ffprobe', ['-v', 'error', '-count_frames', '-show_streams', '-of', 'json', file])
  return (JSON.parse(stdout) as { streams: Stream[] }).streams
}

/** Every picture of a movie as Debian's ffmpeg decodes it, RGB. */
export async function picturesOf(
  file: string,
  { width, height }: { width: number; height: number },
): Promise<Buffer[]> {
  const args = ['-v', 'error', '-i', file, '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-vsync', '0', '-']
  const { stdout } = await run('ffmpeg', args, { encoding: 'buffer', maxBuffer: MOST })
  const size = width * height * 3
  return Array.from({ length: stdout.length / size }, (_, i) => stdout.subarray(i * size, (i + 1) * size))
}

/** The samples of a movie's sound, one plane. */
export async function samplesOf(file: string, rate: number): Promise<Float32Array> {
  const args = ['-v', 'error', '-i', file, '-ac', '1', '-f', 'f32le', '-ar', String(rate), '-']
  const { stdout } = await run('ffmpeg', args, { encoding: 'buffer', maxBuffer: MOST })
  return new Float32Array(stdout.buffer.slice(stdout.byteOffset, stdout.byteOffset + (stdout.length & ~3)))
}

/** How close two pictures are, dB: peak signal over noise of 8 bits. `channels` are those of each (RGB or RGBA). */
export function psnr(
  a: { data: Uint8Array; channels: 3 | 4 },
  b: { data: Uint8Array; channels: 3 | 4 },
  px: number,
): number {
  let sum = 0
  for (let i = 0; i < px; i++)
    for (let k = 0; k < 3; k++) sum += (a.data[i * a.channels + k]! - b.data[i * b.channels + k]!) ** 2
  return sum ? 10 * Math.log10((255 * 255 * px * 3) / sum) : Infinity
}

/** A WAV file of one plane, 16 bits (RIFF/WAVE); a sample is a whole number. */
export function wavFile(rate: number, count: number, sample: (i: number) => number): Buffer {
  const out = Buffer.alloc(44 + count * 2)
  out.write('RIFF', 0)
  out.writeUInt32LE(36 + count * 2, 4)
  out.write('WAVEfmt ', 8)
  out.writeUInt32LE(16, 16)
  out.writeUInt16LE(1, 20)
  out.writeUInt16LE(1, 22)
  out.writeUInt32LE(rate, 24)
  out.writeUInt32LE(rate * 2, 28)
  out.writeUInt16LE(2, 32)
  out.writeUInt16LE(16, 34)
  out.write('data', 36)
  out.writeUInt32LE(count * 2, 40)
  for (let i = 0; i < count; i++) out.writeInt16LE(sample(i), 44 + i * 2)
  return out
}

/** Silence as a WAV file, and a click of 1 ms from each of some times on. */
export function clickWav(rate: number, seconds: number, ...times: number[]): Buffer {
  const clicks = times.map(at => Math.round(rate * at))
  return wavFile(rate, Math.round(rate * seconds), i => {
    const click = clicks.find(c => i >= c && i < c + rate / 1000)
    return click === undefined ? 0 : (i - click) % 12 < 6 ? 30_000 : -30_000
  })
}
