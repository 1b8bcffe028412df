import type { ArgsOf } from '#core/commands'
import type { Stack, StrokeRef, Subject } from '#core/document'
import { subjectsOf } from '#core/document'
import type { Affine, Vec } from '#core/motion'
import type { Stroke } from '#core/stroke'
import { asDrawn, boxAround, strokeSchema, tidy } from '#core/stroke'
import type { Keeper } from './bring-in'
import type { Brought } from './found'

export type SwapTo = ArgsOf<'picture.swap'>['to']
type Kind<K extends Subject['kind']> = Extract<Subject, { kind: K }>
/** What can be swapped: a picture, or what is drawn once. */
export type Swappable = Kind<'image'> | (Kind<'part'> & { readonly strokes: readonly StrokeRef[] })

export const swappable = (stack: Stack): Swappable[] =>
  subjectsOf(stack).filter((s): s is Swappable => s.kind === 'image' || (s.kind === 'part' && !!s.strokes))

/** Its file; null where it is drawn. */
export const fileOf = (s: Swappable): string | null => (s.kind === 'image' ? s.file : null)

/** Strokes fetched by their hashes. */
export type Fetched = Readonly<Record<string, Stroke>>
export const strokesOf = (refs: readonly StrokeRef[], by: Fetched): Stroke[] => refs.map(r => asDrawn(by[r.hash]!, r))

const boxOf = (strokes: readonly Stroke[]) =>
  boxAround(
    strokes.map(s => s.points),
    3,
  )

/** How high it is drawn before it is placed, px. */
export function heightOf(s: Swappable, by: Fetched): number {
  if (s.kind === 'image') return s.height
  const box = boxOf(strokesOf(s.strokes, by))
  return box ? Math.max(1, box.bottom - box.top) : 1
}

/** Strokes scaled about their middle, and where that was; null where none can be kept. */
export function aboutMiddle(
  strokes: readonly Stroke[],
  k: number,
  { keeper, newId }: { keeper: Pick<Keeper, 'addStroke'>; newId: () => string },
): { strokes: StrokeRef[]; middle: Vec; height: number } | null {
  const box = boxOf(strokes)
  if (!box) return null
  const middle = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 }
  const at: Affine = [k, 0, 0, k, -middle.x * k, -middle.y * k]
  const good = strokes.map(s => tidy(asDrawn(s, { at }))).filter(s => strokeSchema.safeParse(s).success)
  if (!good.length) return null
  return {
    strokes: good.map(s => ({ id: newId(), hash: keeper.addStroke(s) })),
    middle,
    height: Math.max(1, box.bottom - box.top),
  }
}

/** Strokes about their middle and as high as what they are swapped for, as a part; null where there are none. */
export function partFrom(
  strokes: readonly Stroke[],
  height: number,
  by: { keeper: Pick<Keeper, 'addStroke'>; newId: () => string },
): SwapTo | null {
  const box = boxOf(strokes)
  const about = box && aboutMiddle(strokes, height / Math.max(1, box.bottom - box.top), by)
  return about && { kind: 'part', strokes: about.strokes }
}

/** What a file that was read becomes, as high as what it is swapped for; null where there is nothing on it. */
export async function swapFrom(
  item: Brought,
  height: number,
  { keeper, newId }: { keeper: Keeper; newId: () => string },
): Promise<SwapTo | null> {
  if (item.kind === 'strokes') return partFrom(item.strokes, height, { keeper, newId })
  const most = (n: number): number => Math.max(1, Math.min(16_384, Math.round(n)))
  return {
    kind: 'image',
    file: await keeper.addImage(item.bytes),
    width: most((item.width * height) / item.height),
    height: most(height),
  }
}
