import { z } from 'zod'
import { finite } from '../basic'
import { recipeName } from '../chart'
import type { Column, Move, Plan } from '../document'
import { toldIn } from '../pass'
import { framesSchema as frames } from '../time'

const placement = z.object({
  frame: frames,
  x: finite,
  y: finite,
  turn: finite,
  size: finite,
  /** How it goes to the next one: its spacing in words, and on how many frames each step is (0: with its drawings). */
  goes: z.object({ spacing: z.string(), step: z.number().int(), arc: z.boolean() }).optional(),
})
/** What of moves stands with a column. */
export const moved = {
  /** Where it lies from a frame on, px of the picture, degrees, a share; `goes` where it moves to the next. */
  moves: z.array(placement.extend({ away: z.literal(true).optional() })).optional(),
  /** How many times as far it passes when the camera moves; 1 where nothing is said. */
  depth: finite.optional(),
}

/** What of moves stands with a plan. */
export const movesSeen = {
  /** What is seen: fields by their middles, px of the picture, degrees, a share of the picture; shakes. */
  camera: z
    .object({
      fields: z.array(placement),
      shakes: z.array(z.object({ from: frames, frames, px: finite, rate: finite, fades: z.boolean() })),
    })
    .optional(),
  /** What moves, in words, by what it is and its frames. */
  instructions: z
    .array(z.object({ of: z.string(), from: frames, to: frames, words: z.string(), detail: z.string() }))
    .optional(),
}
type MovesJson = z.infer<z.ZodObject<typeof movesSeen>>

/** The placements of a column, and how near it lies. */
export const movedJson = ({ moves, depth }: Pick<Column, 'moves' | 'depth'>): z.infer<z.ZodObject<typeof moved>> => ({
  ...(moves ? { moves: moves.map(m => ({ ...placementJson(m), ...(m.away ? { away: m.away } : {}) })) } : {}),
  ...(depth === undefined ? {} : { depth }),
})

const placementJson = ({ frame, place, turn, size, go }: Move) => ({
  ...{ frame, x: place.x, y: place.y, turn: (turn * 180) / Math.PI, size },
  ...(go ? { goes: { spacing: recipeName(go.recipe), step: go.drawn ? 0 : go.step, arc: !!go.arc } } : {}),
})

/** What the camera sees, and what moves in words. */
export function movesJson(plan: Plan): MovesJson {
  const { camera } = plan
  const told = toldIn(plan).map(({ of, first, last, words, detail }) => ({ of, from: first, to: last, words, detail }))
  return {
    ...(camera
      ? {
          camera: {
            fields: camera.fields.map(placementJson),
            shakes: (camera.shakes ?? []).map(({ frame, frames: n, px, rate, fades }) => ({
              ...{ from: frame, frames: n, px, rate, fades },
            })),
          },
        }
      : {}),
    ...(told.length ? { instructions: told } : {}),
  }
}
