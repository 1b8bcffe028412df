import type { Draft } from '#core/commands'
import type { Content, Drawing, StrokeRef } from '#core/document'
import type { Stroke } from '#core/stroke'
import { smoothed, tidy } from '#core/stroke'
import { fixOf, solidHere, solidOf } from '~/desk/drafts'
import type { Focus, Scene } from '~/desk/scene'
import type { SelectedArt } from './art'

/** What strokes are changed to: what is not named stays as it is. */
export interface Look {
  readonly colour?: string
  /** So many times as wide. */
  readonly wider?: number
  readonly strength?: number
  /** How much tremor is taken out, 0 to 1. */
  readonly smooth?: number
}

/** Which strokes are meant on a drawing. */
export type Meant = (ref: StrokeRef) => boolean

/** The strokes that are meant on the drawing under the playhead, as a selection; null where there are none. */
export function meantHere(scene: Scene, focus: Focus, meant: Meant): SelectedArt | null {
  const strokes = solidHere(scene, focus)?.strokes.filter(meant) ?? []
  return strokes.length ? { drawing: focus.drawing!.id, strokes: strokes.map(s => s.id), subjects: [] } : null
}

const WIDTHS = [0.01, 100] as const

function restroked(stroke: Stroke, { colour, strength, smooth }: Look): Stroke {
  const { strength: old, ...bare } = stroke
  const now = strength ?? old
  return tidy({
    ...bare,
    ...(colour ? { colour } : {}),
    ...(now !== undefined && now < 1 ? { strength: now } : {}),
    ...(smooth && !stroke.fill ? { points: smoothed(stroke.points, smooth) } : {}),
  })
}

/**
 * Strokes of some drawings in another look; each keeps its id, its place and its part, so that what was tied stays tied.
 * A computed in-between becomes its own where it is the one under the playhead. Null where no stroke is meant, or none of
 * them has come yet.
 */
export function restrokeDrafts(
  scene: Scene,
  focus: Focus,
  drawings: readonly Drawing[],
  meant: Meant,
  look: Look,
): Draft[] | null {
  const stack = focus.stack!
  const plain = look.colour === undefined && look.strength === undefined && !look.smooth
  const drafts = drawings.flatMap((d): Draft[] => {
    const content: Content = d.own ? d.content : solidOf(scene, scene.contents.of(scene, stack, d.id))
    const strokes: Record<string, StrokeRef[]> = {}
    for (const ref of content.strokes) {
      const stroke = scene.strokeBy(ref.hash)
      if (!stroke || !meant(ref)) continue
      const width = Math.min(WIDTHS[1], Math.max(WIDTHS[0], (ref.width ?? 1) * (look.wider ?? 1)))
      strokes[ref.id] = [
        {
          ...ref,
          hash: plain ? ref.hash : scene.keeper.keep(restroked(stroke, look)),
          ...(width === 1 && ref.width === undefined ? {} : { width }),
        },
      ]
    }
    if (!Object.keys(strokes).length) return []
    const args = { stack: stack.id, drawing: d.id, strokes, words: 'Change lines', ...fixOf(scene, focus, d) }
    return [{ name: 'stroke.replace', args }]
  })
  return drafts.length ? drafts : null
}
