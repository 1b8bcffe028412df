import { byNumber } from '#core/basic'
import type { Draft } from '#core/commands'
import type { Drawing, Stack } from '#core/document'
import { freeNumber } from '#core/document'
import type { Exposed } from '#core/sheet'
import { exposedDrawings } from '#core/sheet'
import type { Scene } from '~/desk/scene'

/** How drawings are numbered: by the frame each is first exposed on, in order, or from a number in steps. */
export type Numbering = 'frame' | 'order' | { readonly from: number; readonly by: number }

/** How often each drawing of a stack is exposed, and where first, in all columns that expose it. */
export function exposedIn(scene: Scene, stack: string): ReadonlyMap<string, Exposed> {
  const out = new Map<string, Exposed>()
  for (const c of scene.columns.filter(c => c.stack === stack)) {
    for (const [drawing, { times, first }] of exposedDrawings(c.runs)) {
      const known = out.get(drawing)
      out.set(drawing, { times: (known?.times ?? 0) + times, first: Math.min(known?.first ?? Infinity, first) })
    }
  }
  return out
}

/** The drawings of a stack in order of their first exposure, the spares last. */
export function inOrder(stack: Stack, exposed: ReadonlyMap<string, Exposed>): Drawing[] {
  const first = (d: Drawing) => exposed.get(d.id)?.first ?? Infinity
  return Object.values(stack.drawings).sort((a, b) => first(a) - first(b) || byNumber(a, b))
}

/**
 * The numbers that exposed drawings would be given, where they have others: all of them, or those in `only`. Where two
 * would be called the same, the later one gets a letter; the others keep their numbers.
 */
export function numbersBy(
  scene: Scene,
  stack: Stack,
  how: Numbering,
  only?: ReadonlySet<string>,
): { drawing: Drawing; number: string }[] {
  const exposed = exposedIn(scene, stack.id)
  const all = inOrder(stack, exposed).filter(d => exposed.has(d.id) && (!only?.size || only.has(d.id)))
  const given = new Set(all.map(d => d.id))
  const rest = { ...stack, drawings: Object.fromEntries(Object.entries(stack.drawings).filter(([d]) => !given.has(d))) }
  const taken: string[] = []
  return all
    .map((drawing, i) => {
      const wanted = how === 'frame' ? exposed.get(drawing.id)!.first : how === 'order' ? i + 1 : how.from + i * how.by
      const number = freeNumber(rest, String(wanted), taken)
      taken.push(number)
      return { drawing, number }
    })
    .filter(x => x.number !== x.drawing.number)
}

/** The same as a command; null where they are called so already. */
export function renumberDraft(stack: Stack, numbers: ReturnType<typeof numbersBy>): Draft | null {
  if (!numbers.length) return null
  const named = Object.fromEntries(numbers.map(x => [x.drawing.id, x.number]))
  return { name: 'drawing.renumber', args: { stack: stack.id, numbers: named } }
}
