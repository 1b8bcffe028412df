import type { Draft } from '#core/commands'
import type { Footage } from '#core/document'
import type { Affine } from '#core/motion'
import type { Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'
import type { FootageFound } from './open'

/** A file of footage: its name, and what was found in it. */
export interface FootageFile {
  readonly name: string
  readonly found: FootageFound
}

/** As large as fits the picture, times a share, in its middle or about a point of it, px. */
export function placedIn(
  picture: { width: number; height: number },
  { width, height }: { width: number; height: number },
  share = 1,
): Affine {
  const k = Math.min(picture.width / width, picture.height / height) * share
  return [k, 0, 0, k, picture.width / 2, picture.height / 2]
}

/** How large footage is seen, as a share of what fits the picture. */
export const shareOf = (picture: { width: number; height: number }, { at, width, height }: Footage): number =>
  Math.hypot(at[0], at[1]) / Math.min(picture.width / width, picture.height / height)

/** The same footage at another size, about its middle. */
export function sized(picture: { width: number; height: number }, footage: Footage, share: number): Affine {
  const k = share / shareOf(picture, footage)
  const [a, b, c, d, x, y] = footage.at
  return [a * k, b * k, c * k, d * k, x, y]
}

const nameOf = (file: string): string =>
  file
    .replace(/\.[A-Za-z0-9]{1,5}$/, '')
    .trim()
    .slice(0, 80) || 'Footage'

/** The footage of a file whose bytes are kept under a hash. */
export function footageOf(
  { name, found }: FootageFile,
  file: string,
): Omit<Footage, 'from' | 'at' | 'inPoint' | 'speed'> {
  const { width, height, seconds } = found
  return { file, width, height, seconds, name: name.trim().slice(0, 80) || 'Footage' }
}

/** A new reference column in which footage runs from a frame on: in front of the backgrounds, behind everything else. */
export function footageColumn(
  scene: Scene,
  file: FootageFile,
  hash: string,
  from: number,
): { id: string; draft: Draft } {
  const [id, stack] = [newId(), newId()]
  const first = scene.columns.findIndex(c => !c.background)
  const footage = {
    ...footageOf(file, hash),
    from,
    inPoint: 0,
    speed: 1,
    at: placedIn(scene.shot.picture, file.found),
  }
  const column = {
    id,
    name: nameOf(file.name),
    stack,
    ink: '#26302c',
    step: 2,
    background: false,
    locked: false,
    hidden: false,
    strength: 0.6,
    reference: true,
    footage,
    runs: [],
  }
  const args = {
    plan: scene.plan.id,
    index: first < 0 ? scene.columns.length : first,
    stack: { id: stack, subjects: {}, drawings: {} },
    column,
  }
  return { id, draft: { name: 'column.add', args } }
}
