import type { Drawing, Stack } from '#core/document'
import { byNumber } from '#core/basic'
import { patternOf } from '#core/formats/by-number'
import type { Affine } from '#core/motion'
import type { Scene } from '~/desk/scene'
import type { Keeper } from './bring-in'
import type { Brought, Refused } from './found'
import { isRefused } from './found'
import { asOnePicture } from './picture-file'

type Finished = NonNullable<Drawing['finished']>
type Size = { readonly width: number; readonly height: number }

/** The drawings of a stack, by their numbers. */
export const numberedIn = ({ drawings }: Stack): Drawing[] => Object.values(drawings).sort(byNumber)

/** How the names of files tell the numbers of drawings; null where they tell none. */
export const patternFor = (files: readonly { name: string }[], drawings: readonly Drawing[]): string | null =>
  patternOf(
    files.map(f => f.name),
    drawings.map(d => d.number),
  )

/**
 * Where a finished drawing lies: as the one before it did, whatever its px; else as large as fits the picture, in its
 * middle.
 */
export function placeOf({ width, height }: Size, picture: Size, before: Finished | undefined): Affine {
  if (before) {
    const k = before.width / width
    const [a, b, c, d, e, f] = before.at
    return [a * k, b * k, c * k, d * k, e, f]
  }
  const k = Math.min(picture.width / width, picture.height / height)
  return [k, 0, 0, k, picture.width / 2, picture.height / 2]
}

/** So many pictures are kept at the same time. */
const AT_ONCE = 8

/** What finishes drawings, by their ids; pictures are kept first. Null where it was stopped. */
export async function finishedBy(
  scene: Scene,
  stack: Stack,
  pairs: readonly { readonly file: Brought; readonly drawing: Drawing }[],
  { over, keeper, progress }: { over: boolean; keeper: Pick<Keeper, 'addImage'>; progress: (done: number) => boolean },
): Promise<{ finished: Record<string, Finished>; refused: Refused[] } | null> {
  const finished: Record<string, Finished> = {}
  const refused: Refused[] = []
  const take = async ({ file: brought, drawing }: (typeof pairs)[number]): Promise<void> => {
    const picture = await asOnePicture(brought)
    if (isRefused(picture)) return void refused.push(picture)
    const { width, height, bytes } = picture
    const at = placeOf(picture, scene.shot.picture, stack.drawings[drawing.id]?.finished)
    const name = picture.name.trim().slice(0, 80) || 'Picture'
    const file = await keeper.addImage(bytes)
    finished[drawing.id] = { file, width, height, name, at, ...(over ? { over } : {}) }
  }
  for (let i = 0; i < pairs.length; i += AT_ONCE) {
    if (!progress(i)) return null
    await Promise.all(pairs.slice(i, i + AT_ONCE).map(take))
  }
  progress(pairs.length)
  return { finished, refused }
}
