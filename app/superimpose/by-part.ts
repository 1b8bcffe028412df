import type { Subject } from '#core/document'
import { subjectsOf } from '#core/document'
import type { Affine, PointPair, Vec } from '#core/motion'
import { after, areaOf, halfOf, inverseOf, mapped, similarity } from '#core/motion'
import { linesOf, partSpace } from '#core/pass'
import { fitOf, measured, pair, SAMPLES, type Line } from '#core/tie'
import type { Focus, Scene } from '~/desk/scene'
import { neighbourOn, SIDES, type Laid } from '~/ghosts/laid'

/** What neighbours can be laid over each other by: a part of a figure, the strokes of a named part, or all strokes. */
export type LayBy =
  | { readonly kind: 'bone'; readonly subject: string; readonly bone: string; readonly name: string }
  | { readonly kind: 'strokes'; readonly part: string | null; readonly name: string }
  | { readonly kind: 'all'; readonly name: string }

/** The strokes of a drawing as they are seen; of a computed in-between those that it shows. Null while some are on their way. */
function linesOn(scene: Scene, { stack }: Focus, drawing: string, by: LayBy): readonly Line[] | null {
  const content = scene.contents.of(scene, stack!, drawing)
  const own = linesOf(content.strokes, scene.strokeBy)
  const drawn = content.drawn ? content.drawn.strokes(scene.strokeBy) : []
  if (!own || !drawn) return null
  const all = [...own, ...drawn.map(({ stroke, part }, i) => ({ id: `drawn ${i}`, part, stroke }))]
  return by.kind === 'strokes' ? all.filter(l => l.part === by.part) : all
}

/** What there is on both neighbours, or on one of them and this drawing. */
export function layBys(scene: Scene, focus: Focus): LayBy[] {
  const { stack, drawing } = focus
  if (!stack || !drawing) return []
  const beside = SIDES.flatMap(side => neighbourOn(side, focus)?.drawing ?? [])
  const counts = new Map<string, { by: LayBy; count: number }>()
  for (const id of [...beside, drawing.id])
    for (const by of partsOn(scene, focus, id)) {
      const key = JSON.stringify(by)
      counts.set(key, { by, count: (counts.get(key)?.count ?? 0) + 1 })
    }
  return [...counts.values()].filter(x => x.count > 1).map(x => x.by)
}

function partsOn(scene: Scene, focus: Focus, drawing: string): LayBy[] {
  const { poses } = scene.contents.of(scene, focus.stack!, drawing)
  const subjects = subjectsOf(focus.stack!)
  const strokes = linesOn(scene, focus, drawing, { kind: 'all', name: '' }) ?? []
  const parts = new Set(strokes.map(l => l.part))
  const named = subjects.filter(s => parts.has(s.id))
  return [
    ...(strokes.length ? [{ kind: 'all' as const, name: 'All that is drawn' }] : []),
    ...named.map(s => ({ kind: 'strokes' as const, part: s.id, name: s.name })),
    ...subjects.filter(s => poses[s.id]).flatMap(bonesOf),
  ]
}

const bonesOf = (s: Subject): LayBy[] => [
  { kind: 'bone', subject: s.id, bone: 'place', name: `${s.name}, as a whole` },
  ...(s.kind === 'figure' ? s.figure.bones : []).map(b => ({
    kind: 'bone' as const,
    subject: s.id,
    bone: b.id,
    name: `${s.name}: ${b.name}`,
  })),
]

/** The map that lays the part of one drawing on that of another; null where one of them has none. */
function mapOf(scene: Scene, focus: Focus, by: LayBy, from: string, to: string): Affine | null {
  if (by.kind !== 'bone') {
    const [a, b] = [linesOn(scene, focus, from, by), linesOn(scene, focus, to, by)]
    return a?.length && b?.length ? layLines(a, b) : null
  }
  const subject = focus.stack!.subjects[by.subject]!
  const spaceOn = (drawing: string): Affine | null => {
    const pose = scene.contents.of(scene, focus.stack!, drawing).poses[by.subject]
    return pose ? partSpace(subject, pose, by.bone) : null
  }
  const [there, here] = [spaceOn(from), spaceOn(to)]
  if (!there || !here) return null
  const map = after(here, inverseOf(there))
  // Nothing is turned over by being laid over something else.
  return areaOf(map) > 0 ? map : after(here, inverseOf(after(there, [1, 0, 0, -1, 0, 0])))
}

/** Which line becomes which, point by point; where none is like another one, middle on middle. */
export function layLines(a: readonly Line[], b: readonly Line[]): Affine | null {
  const { pieces, turn } = pair(a, b)
  const pairs = pieces.flatMap(p => alongPiece(a[p.a]!, b[p.b]!, turn))
  return similarity(pairs) ?? similarity([[middleOf(a), middleOf(b)]])
}

function alongPiece(a: Line, b: Line, turn: number): PointPair[] {
  const [m, n] = [measured(a), measured(b)]
  const { reversed, shift } = fitOf(m, n, turn)
  return Array.from({ length: SAMPLES }, (_, i): PointPair => {
    const k = ((reversed ? SAMPLES - 1 - i : i) + shift) % SAMPLES
    return [
      { x: m.sampleX[i]! + m.cx, y: m.sampleY[i]! + m.cy },
      { x: n.sampleX[k]! + n.cx, y: n.sampleY[k]! + n.cy },
    ]
  })
}

function middleOf(lines: readonly Line[]): Vec {
  const all = lines.map(measured)
  const length = all.reduce((sum, m) => sum + m.length + 1, 0)
  return {
    x: all.reduce((sum, m) => sum + m.cx * (m.length + 1), 0) / length,
    y: all.reduce((sum, m) => sum + m.cy * (m.length + 1), 0) / length,
  }
}

/** The middle of a part on a drawing, about which half of a way is gone. */
function placeOf(scene: Scene, focus: Focus, by: LayBy, drawing: string): Vec {
  if (by.kind !== 'bone') return middleOf(linesOn(scene, focus, drawing, by) ?? [])
  const pose = scene.contents.of(scene, focus.stack!, drawing).poses[by.subject]!
  return mapped(partSpace(focus.stack!.subjects[by.subject]!, pose, by.bone)!, { x: 0, y: 0 })
}

/**
 * Both neighbours laid over the drawing under the playhead by a part: where that is on it, else where it would be halfway
 * between them. Empty where it cannot be done.
 */
export function laidBy(scene: Scene, focus: Focus, by: LayBy): Laid {
  const [before, next] = SIDES.map(side => neighbourOn(side, focus)?.drawing)
  const here = focus.drawing!.id
  const own = Object.fromEntries(
    [before, next].flatMap(d => {
      const map = d && mapOf(scene, focus, by, d, here)
      return map ? [[d, map] as const] : []
    }),
  )
  if (Object.keys(own).length || !before || !next || before === next) return own
  const whole = mapOf(scene, focus, by, before, next)
  if (!whole) return {}
  const half = halfOf(whole, placeOf(scene, focus, by, before))
  return { [before]: half, [next]: after(half, inverseOf(whole)) }
}
