import type { Recipe } from '#core/chart'
import { placeName } from '#core/chart'
import type { Draft } from '#core/commands'
import { freeNumber } from '#core/document'
import type { Pass } from '#core/pass'
import { refOf } from '#core/commands'
import { planAndColumn } from '~/desk/drafts'
import type { Focus, Scene } from '~/desk/scene'
import { rangeOf } from '~/desk/scene'
import { newId } from '~/sync/ids'
import { fill, mostIn, space } from './fill'
import { fillWithRoom } from './room'
import { selectedPasses } from './spans'

/** Each span once: a chart that is passed through twice, or two drawings that meet twice, count as one. */
export function spansOnce(passes: readonly Pass[]): Pass[] {
  const seen = new Set<string>()
  return passes.filter(p => {
    const id = p.chart?.id ?? [p.from.drawing, p.to.drawing].sort().join(' ')
    const again = seen.has(id)
    seen.add(id)
    return !again
  })
}

/** The spans that a change is for: those that the selected frames touch, where `pass` is one of them; else it alone. */
export function spansWith(scene: Scene, focus: Focus, pass: Pass): Pass[] {
  const all = selectedPasses(scene, focus)
  const here = all.some(p => p.from.run.id === pass.from.run.id && p.from.start === pass.from.start)
  return here && all.length > 1 ? spansOnce(all) : [pass]
}

/** One in-between more, or fewer, in each of some spans; those that are full or empty stay as they are. */
export function countOver(scene: Scene, focus: Focus, passes: readonly Pass[], by: 1 | -1): Draft[] {
  const taken: string[] = []
  return passes.flatMap((pass): Draft[] => {
    const now = pass.chart?.ticks.length ?? 0
    if (by < 0) return now ? [fill(scene, focus, pass, now - 1, { taken })] : []
    const full = now >= pass.to.start - pass.from.start - 1
    return full ? [] : [fill(scene, focus, pass, now + 1, { taken })]
  })
}

/**
 * A spacing for each of some spans; empty ones are filled with as many in-betweens as fit (`count` where only one span
 * is meant).
 */
export function spaceOver(
  scene: Scene,
  focus: Focus,
  passes: readonly Pass[],
  recipe: Recipe,
  count?: number,
): Draft[] {
  const taken: string[] = []
  return passes.flatMap((pass): Draft[] => {
    if (pass.chart?.ticks.length) return [space(scene, pass, recipe)!]
    const fits = mostIn(pass, focus.column!.step)
    if (count !== undefined) return fillWithRoom(scene, focus, pass, count, { recipe, taken })
    return fits ? [fill(scene, focus, pass, fits, { recipe, taken })] : []
  })
}

/** Another exposure step for the in-betweens of each of some spans. */
export const stepOver = (scene: Scene, focus: Focus, passes: readonly Pass[], step: number): Draft[] =>
  passes.flatMap((pass): Draft[] => {
    const count = pass.chart?.ticks.length ?? 0
    return count ? [fill(scene, focus, pass, count, { step })] : []
  })

/** What another step does to the holds of spans, in words: "hold of 1: 4 → 5 frames". */
export function holdsWords(focus: Focus, passes: readonly Pass[], step: number): string {
  const changes = passes.flatMap(({ chart, from, to }) => {
    const count = chart?.ticks.length ?? 0
    if (!count) return []
    const total = to.start - from.start
    const hold = total - count * Math.min(step, Math.floor((total - 1) / count))
    const number = focus.stack!.drawings[from.drawing]!.number
    return hold === from.run.frames ? [] : [`hold of ${number}: ${from.run.frames} → ${hold} frames`]
  })
  return changes.join(', ')
}

/** An in-between halfway between two neighbours of a span, with what is said of it. A sentence where there are none. */
export function halfway(scene: Scene, focus: Focus): { drafts: Draft[]; words: string } | string {
  const pair = neighbours(scene, focus)
  if (!pair) return 'Stand on a drawing of a span, or select two that follow each other.'
  const { pass, a, b } = pair
  const { chart } = pass
  const u = (a.u + b.u) / 2
  const known = chart?.ticks ?? []
  const step = chart?.step ?? focus.column!.step
  const grown = fillWithRoom(scene, focus, pass, known.length + 1, { step })
  const { to } = (grown.at(-1) as Extract<Draft, { name: 'chart.fill' }>).args
  const fresh = { drawing: newId(), u }
  const inOrder = [...known, fresh].sort((x, y) => x.u - y.u)
  const ticks = inOrder.map(t => ({ ...t, number: focus.stack!.drawings[t.drawing]?.number ?? '' }))
  // In-betweens stand right before the second pose: that is the frame it is named by.
  const each = Math.min(step, Math.floor((to.at - pass.from.start - 1) / ticks.length))
  const place = ticks.findIndex(t => t.drawing === fresh.drawing)
  const behind = pass.backward ? place + 1 : ticks.length - place
  ticks[place]!.number = freeNumber(focus.stack!, String(to.at - each * behind))
  const args = { ...planAndColumn(scene, focus), chart: chart?.id ?? newId(), from: refOf(pass.from), to, step, ticks }
  const filled: Draft = { name: 'chart.fill', args: { ...args, recipe: { family: 'free' } } }
  const drafts = [...grown.slice(0, -1), filled]
  const seen = pass.backward ? 1 - u : u
  return { drafts, words: `At ${placeName(seen)}, halfway between ${a.number} and ${b.number}.` }
}

/** Two drawings that follow each other in a pass: the ends of what is selected, or the one here and the next. */
function neighbours(scene: Scene, focus: Focus) {
  const { first, last } = rangeOf(focus)
  const frame = focus.selection ? first : focus.workFrame
  const numbered = (drawing: string) => focus.stack!.drawings[drawing]!.number
  for (const pass of selectedPasses(scene, focus)) {
    const ends = pass.backward ? [1, 0] : [0, 1]
    const all = [
      { ...pass.from, u: ends[0]! },
      ...pass.members.map(m => ({ ...m, u: pass.backward ? 1 - m.u : m.u })),
      { ...pass.to, u: ends[1]! },
    ].map(x => ({ start: x.start, u: x.u, number: numbered(x.drawing) }))
    const i = all.findLastIndex(x => x.start <= frame)
    const [a, b] = [all[i], all[i + 1]]
    if (!a || !b) continue
    if (focus.selection && focus.selection.last > focus.selection.first && last < b.start) continue
    return { pass, a, b }
  }
  return null
}
