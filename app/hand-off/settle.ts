import type { ShotInList } from '#core/document'
import type { Scene } from '#core/pass'
import type { GifChoices, ImageChoices, MovieChoices, PaperChoices } from './choices'
import type { Burnt, Look } from './given'
import type { Order, OrderedShot } from './unfinished'

/** Choices as they are remembered: a field may be empty, a column be another shot's. */
export interface Remembered {
  readonly kind: string
  readonly movie: MovieChoices
  readonly gif: GifChoices
  readonly images: ImageChoices
  readonly paper: PaperChoices
  readonly apart: boolean
}

const within = (n: unknown, least: number, most: number): number => {
  const value = typeof n === 'number' && Number.isFinite(n) ? n : least
  return Math.min(most, Math.max(least, value))
}
const whole = (n: unknown, least: number, most: number): number => Math.round(within(n, least, most))

/** What is ordered by the choices, of the open shot (`shots` null) or of several; null where it is none of these kinds. */
export function orderOf(
  r: Remembered,
  { scene, production, shots }: { scene: Scene; production: string; shots: readonly ShotInList[] | null },
): Order | null {
  const { id, name, length, rate, picture } = scene.shot
  const listed = shots?.map(s => ({ id: s.id, name: s.name, length: s.length, rate: s.rate, picture: s.picture }))
  const of: readonly OrderedShot[] = listed ?? [{ id, name, length, rate, picture }]
  const names = new Set(scene.plan.order.map(c => scene.plan.columns[c]!.name))
  const known = (column: string): string => (names.has(column) ? column : '')
  const settled = <T extends Look>(choices: T): T => ({ ...choices, burnt: burntOf(choices.burnt, known) })
  const common = { shots: of, production }
  if (r.kind === 'movie') {
    const movie = settled(r.movie)
    const loops = shots ? 1 : whole(movie.loops, 1, 100)
    return { ...common, kind: 'movie', apart: r.apart, choices: { ...movie, loops, slate: within(movie.slate, 0, 10) } }
  }
  if (r.kind === 'gif') {
    const gif = settled(r.gif)
    return { ...common, kind: 'gif', choices: { ...gif, most: within(gif.most, 0, 1000) } }
  }
  if (r.kind === 'paper') return { ...common, kind: 'paper', choices: { ...r.paper, columns: [...r.paper.columns] } }
  if (r.kind !== 'images') return null
  const images = settled(r.images)
  const column = known(images.column)
  // What the form does not offer with the other choices is not done.
  const frame = images.by === 'frame'
  const apart = frame && !column && images.apart
  const plain = frame && !column && !apart && images.file === 'png'
  const burnt = plain ? images.burnt : { frame: false, timecode: false, shot: false, column: '' }
  return { ...common, kind: 'images', choices: { ...images, column, apart, burnt, digits: whole(images.digits, 1, 8) } }
}

const burntOf = (burnt: Burnt, known: (column: string) => string): Burnt => ({
  ...burnt,
  column: known(burnt.column),
})
