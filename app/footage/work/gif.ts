import type { Source } from './source'
import { givenSize, refuseUnfit, timesOf, Unread } from './source'

/** What a browser shows a picture for whose file says less than 2/100 s: a tenth of a second (common practice). */
const USUAL_SECONDS = 0.1
const LEAST_SECONDS = 0.02

/** Opens an animated GIF. Throws Unread. */
export async function openGif(bytes: Blob): Promise<Source> {
  if (typeof ImageDecoder === 'undefined')
    throw new Unread('This browser cannot decode GIFs picture by picture. Make a movie of it (MP4 or WebM).')
  const decoder = new ImageDecoder({ data: await bytes.arrayBuffer(), type: 'image/gif', preferAnimation: true })
  await decoder.completed.catch(() => undefined)
  await decoder.tracks.ready.catch(() => undefined)
  const count = decoder.tracks.selectedTrack?.frameCount ?? 0
  const starts: number[] = []
  let [end, width, height] = [0, 0, 0]
  for (let i = 0; i < count; i++) {
    const frame = await decoder.decode({ frameIndex: i }).catch(() => null)
    if (!frame) break
    const { image } = frame
    ;[width, height] = [image.displayWidth, image.displayHeight]
    const lasts = (image.duration ?? 0) / 1e6
    image.close()
    if (!i) refuseUnfit(width, height, 1)
    starts.push(end)
    end += lasts < LEAST_SECONDS ? USUAL_SECONDS : lasts
  }
  if (!starts.length) throw new Unread(count ? 'It is damaged: its pictures cannot be read.' : 'It has no frames.')
  refuseUnfit(width, height, end)
  const size = givenSize(width, height)
  const options = { resizeWidth: size.width, resizeHeight: size.height, resizeQuality: 'medium' } as const
  return {
    found: { width, height, seconds: end, ...timesOf(starts, end), missing: 0, sound: false },
    async picture(second) {
      const at = Math.max(
        0,
        starts.findLastIndex(start => start <= second + 1e-9),
      )
      const frame = await decoder.decode({ frameIndex: at }).catch(() => null)
      const bitmap = frame && (await createImageBitmap(frame.image, options).catch(() => null))
      frame?.image.close()
      return bitmap
    },
  }
}
