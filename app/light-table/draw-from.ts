import { tell } from '~/ui/messages'
import type { Offer } from '~/ui/messages'
import { mixColours } from '#core/basic'
import type { Draft } from '#core/commands'
import type { Desk } from '~/desk/desk'
import { solidHere } from '~/desk/drafts'
import type { Focus, Scene } from '~/desk/scene'
import { contentHere } from '~/desk/scene'
import { useTools } from '~/desk/tools'
import type { PencilKind } from './pencils'
import { useLightTable } from './store'

/** How near to the paper construction is seen: 0 is as strong as the pencil, 1 is the paper. */
const FAINT = 0.45

/** The drawing under the playhead is an in-between whose strokes are computed. */
export const isComputedDrawing = (scene: Scene, focus: Focus): boolean =>
  !!focus.drawing && !focus.drawing.own && !!contentHere(scene, focus)?.drawn

/**
 * The computed strokes of the drawing under the playhead as faint construction in the colour of a pencil: what is drawn
 * next goes over them. Null while not all strokes are at hand.
 */
export function drawFrom(scene: Scene, focus: Focus, colour: string): Draft | null {
  const content = solidHere(scene, focus)
  if (!content) return null
  const faint = mixColours(colour, scene.shot.paper, FAINT)
  const strokes = content.strokes.flatMap(ref => {
    const stroke = scene.strokeBy(ref.hash)
    return stroke ? [{ ...ref, hash: scene.keeper.keep({ ...stroke, colour: faint }) }] : []
  })
  return {
    name: 'stroke.replace',
    args: {
      stack: focus.stack!.id,
      drawing: focus.drawing!.id,
      strokes: {},
      words: 'Draw from the computed one',
      fix: { ...content, strokes },
    },
  }
}

/** The pencil that construction is drawn with: the one for it, else the last of the box. */
const constructionOf = (pencils: readonly PencilKind[]): PencilKind =>
  pencils.find(p => p.id === 'construction') ?? pencils.at(-1)!

/** The same done, with the pencil in hand; another pencil's colour is offered. */
export function drawFromHere(d: Desk, pencil = constructionOf(useLightTable().pencils)): void {
  const draft = drawFrom(d.scene!, d.focus!, pencil.colour)
  if (!draft) return void tell('Not all strokes of the poses have come yet. Try again in a moment.')
  const { number } = d.drawing!
  if (!d.run(draft)) return
  useTools().tool = 'pencil'
  const session = d.session!
  const after = session.shot
  const offers = useLightTable()
    .pencils.filter(p => p.id !== pencil.id)
    .map((p): Offer => ({
      label: p.name,
      do: () => {
        if (session.shot !== after) return tell('Something was done since: undo it first.')
        session.undo()
        drawFromHere(d, p)
      },
    }))
  tell(`${number} is yours: what was computed lies under the pen, in the colour of ${pencil.name}.`, { offers })
}
