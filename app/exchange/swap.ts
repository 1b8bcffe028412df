import type { ArgsOf } from '#core/commands'
import type { Stack, Subject } from '#core/document'
import { subjectsOf } from '#core/document'
import type { Affine } from '#core/motion'
import type { Stroke } from '#core/stroke'
import { asDrawn, boxAround, strokeSchema, tidy } from '#core/stroke'
import type { Brought, Shelf } from './import-files'

export type SwapTo = ArgsOf<'picture.swap'>['to']
/** What can be swapped: a picture, or what is drawn once. */
export type Swappable = Extract<Subject, { kind: 'image' }> | (Extract<Subject, { kind: 'part' }> & { strokes: object })

export const swappable = (stack: Stack): Swappable[] =>
  subjectsOf(stack).filter((s): s is Swappable => s.kind === 'image' || (s.kind === 'part' && !!s.strokes))

/** Its file; null where it is drawn. */
export const fileOf = (s: Swappable): string | null => (s.kind === 'image' ? s.file : null)

const boxOf = (strokes: readonly Stroke[]) =>
  boxAround(
    strokes.map(s => s.points),
    3,
  )

/** How high it is drawn before it is placed, px. */
export function heightOf(s: Swappable, strokeBy: (hash: string) => Stroke | undefined): number {
  if (s.kind === 'image') return s.height
  const drawn = s.strokes as readonly { hash: string; at?: Affine }[]
  const box = boxOf(drawn.flatMap(ref => (strokeBy(ref.hash) ? [asDrawn(strokeBy(ref.hash)!, ref)] : [])))
  return box ? Math.max(1, box.bottom - box.top) : 1
}

/** Strokes about their middle and as high as what they are swapped for, as a part; null where there are none. */
export function partFrom(
  strokes: readonly Stroke[],
  height: number,
  { shelf, newId }: { shelf: Pick<Shelf, 'addStroke'>; newId: () => string },
): SwapTo | null {
  const box = boxOf(strokes)
  if (!box) return null
  const k = height / Math.max(1, box.bottom - box.top)
  const at: Affine = [k, 0, 0, k, (-(box.left + box.right) / 2) * k, (-(box.top + box.bottom) / 2) * k]
  const good = strokes.map(s => tidy(asDrawn(s, { at }))).filter(s => strokeSchema.safeParse(s).success)
  return good.length ? { kind: 'part', strokes: good.map(s => ({ id: newId(), hash: shelf.addStroke(s) })) } : null
}

/** What a file that was read becomes, as high as what it is swapped for; null where there is nothing on it. */
export async function swapFrom(
  item: Brought,
  height: number,
  { shelf, newId }: { shelf: Shelf; newId: () => string },
): Promise<SwapTo | null> {
  if (item.kind === 'strokes') return partFrom(item.strokes, height, { shelf, newId })
  const most = (n: number): number => Math.max(1, Math.min(16_384, Math.round(n)))
  return {
    kind: 'image',
    file: await shelf.addImage(item.bytes),
    width: most((item.width * height) / item.height),
    height: most(height),
  }
}
