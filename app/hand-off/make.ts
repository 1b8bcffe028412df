import { proxy } from 'comlink'
import { plural } from '#core/basic'
import { otioTimeline } from '#core/formats/otio'
import type { Clip } from '#core/formats/otio'
import { aroundFrame, eachOnce, nameBy, safeName } from '#core/formats/naming'
import { CODECS } from './choices'
import type { MovieChoices, Sound } from './choices'
import type { Given, Told } from './given'
import { sizeAt, sizeWords } from './given'
import type { DonePart, Order } from './unfinished'
import { ask } from './workers'

/** A file that was made, ready to be saved. `note` is what is worth knowing about it. */
export interface Made {
  readonly blob: Blob
  readonly name: string
  readonly note?: string
}

/** What is made of one shot: its place in the order, where it is put together, and what goes along. */
export interface PartJob {
  readonly given: Given
  readonly scratch: string
  readonly date: string
  readonly sound: Sound | null
}

/** The size of all shots of an order as one movie: the widest and the highest. */
export function commonSize({ shots }: Order, { scale }: MovieChoices): { width: number; height: number } {
  const sizes = shots.map(s => sizeAt(s.picture, scale))
  return { width: Math.max(...sizes.map(s => s.width)), height: Math.max(...sizes.map(s => s.height)) }
}

/** Makes what an order asks for of one shot; null where it was stopped. Throws HandOffFault. */
export async function makePart(order: Order, job: PartJob, told: Told): Promise<Made | null> {
  const { given, scratch } = job
  const telling = proxy(told)
  const name = nameBy('[shot]', { shot: given.shot.name }, 1)
  const outlives = order.shots.length > 1 ? scratch : null
  if (order.kind === 'movie') {
    const { choices } = order
    const size = order.shots.length > 1 && !order.apart ? commonSize(order, choices) : null
    const about = { choices, scratch, date: job.date, sound: job.sound, size }
    const blob = await ask('movie', w => w.make(given, about, telling))
    return blob && { blob, name: `${name}.${choices.container}` }
  }
  if (order.kind === 'gif') {
    const made = await ask('gif', w => w.make(given, { choices: order.choices, scratch }, telling))
    if (!made) return null
    const { blob, width, height, fits } = made
    const size = `${width} × ${height} px, ${sizeWords(blob.size)}`
    return { blob, name: `${name}.gif`, note: fits ? size : `${size}: it could not be made smaller.` }
  }
  if (order.kind === 'paper') {
    const about = { choices: order.choices, date: job.date, scratch: outlives }
    const made = await ask('paper', w => w.make(given, about, telling))
    const words = { sheet: 'sheet', charts: 'charts', booklet: 'in-betweens' }[order.choices.what]
    return made && { blob: made.blob, name: `${name}-${words}.pdf`, note: plural(made.pages, 'page') }
  }
  return ask('images', w => w.make(given, { choices: order.choices, scratch: outlives }, telling))
}

/** Several shots as one file: a movie of all, or a zip with a timeline. */
export async function joinParts(order: Order, parts: readonly (Made & DonePart)[], scratch: string): Promise<Made> {
  const whole = safeName(order.production, 'shots')
  if (order.kind === 'movie' && !order.apart) {
    const { container } = order.choices
    const blob = await ask('movie', w =>
      w.joined(
        parts.map(p => p.blob),
        scratch,
        container,
      ),
    )
    return { blob, name: `${whole}.${container}`, note: CODECS[order.choices.codec].name }
  }
  if (order.kind === 'paper') {
    const blob = await ask('paper', w =>
      w.joined(
        parts.map(p => p.blob),
        order.production,
      ),
    )
    return { blob, name: `${whole}.pdf` }
  }
  const folders = eachOnce(order.shots.map(s => safeName(s.name)))
  const files = parts.map((p, i) => ({ blob: p.blob, folder: folders[i]!, name: p.name }))
  const timeline = { name: `${whole}.otio`, text: timelineOf(order, files) }
  const blob = await ask('images', w => w.joined(files, timeline, scratch))
  return { blob, name: `${whole}-${order.kind}.zip` }
}

type PictureOrder = Exclude<Order, { kind: 'paper' }>

/** The shots in their order with the files beside the timeline. */
function timelineOf(order: PictureOrder, files: readonly { folder: string; name: string }[]): Uint8Array<ArrayBuffer> {
  const clips = order.shots.map(({ name, rate, length }, i): Clip => {
    const file = files[i]!
    const lead = order.kind === 'movie' ? Math.round((order.choices.slate * rate.num) / rate.den) : 0
    return { name, rate, first: 1, frames: length, lead, notes: [], media: mediaOf(order, file, name) }
  })
  return new TextEncoder().encode(JSON.stringify(otioTimeline(order.production, clips), null, 2))
}

function mediaOf(order: PictureOrder, file: { folder: string; name: string }, shot: string): Clip['media'] {
  if (order.kind !== 'images') return { kind: 'movie', url: `${file.folder}/${file.name}` }
  const { by, apart, column, file: ending, pattern, digits } = order.choices
  if (by !== 'frame' || apart) return null
  const { before, after } = aroundFrame(pattern, { production: order.production, shot, column }, digits)
  return { kind: 'images', folder: `${file.folder}/`, before, after: `${after}.${ending}`, digits }
}

/** A production's shots in their order, without media. */
export const timelineAlone = (production: string, shots: Order['shots']): string =>
  JSON.stringify(
    otioTimeline(
      production,
      shots.map(({ name, rate, length }) => ({ name, rate, first: 1, frames: length, notes: [], media: null })),
    ),
    null,
    2,
  )
