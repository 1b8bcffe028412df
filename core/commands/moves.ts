import { z } from 'zod'
import { idSchema, plural } from '../basic'
import { framesSchema } from '../time'
import type { Camera, Field, Move, Plan, Shot } from '../document/document'
import { fieldSchema, moveSchema, shakeSchema } from '../document/document'
import { command } from './kind'
import { columnName, columnOf, planOf, unlocked, withColumn, withPlan } from './parts'
import { refuse } from './refusal'

/** Whose moves: those of a column, or the fields of the camera (null). */
const of = { plan: idSchema, column: idSchema.nullable() }

const nameOf = (shot: Shot, plan: string, column: string | null): string =>
  column === null ? 'the camera' : columnName(shot, plan, column)

const movesOf = (shot: Shot, plan: string, column: string | null): readonly Move[] =>
  column === null ? (planOf(shot, plan).camera?.fields ?? []) : (unlocked(columnOf(shot, plan, column)).moves ?? [])

/** The plan with other moves of a column, or other fields of its camera; without them where there are none. */
function withMoves(shot: Shot, plan: string, column: string | null, moves: readonly Move[]): Shot {
  if (column !== null) {
    const { moves: _moves, ...bare } = columnOf(shot, plan, column)
    return withColumn(shot, plan, moves.length ? { ...bare, moves: [...moves] } : bare)
  }
  const { camera, ...bare } = planOf(shot, plan)
  return withCamera(shot, bare, moves.length ? { ...camera, fields: moves.map(fieldOf) } : null)
}

const withCamera = (shot: Shot, plan: Omit<Plan, 'camera'>, camera: Camera | null): Shot =>
  withPlan(shot, camera ? { ...plan, camera } : plan)

/** A field is never mirrored, and the camera never away. Throws a refusal. */
function fieldOf(move: Move): Field {
  const read = fieldSchema.safeParse(move)
  return read.success ? read.data : refuse('invalid', read.error.issues[0]!.message)
}

/** Moves with one on its frame, in place of what stood there. */
const put = (moves: readonly Move[], move: Move): Move[] =>
  [...moves.filter(m => m.frame !== move.frame), move].sort((a, b) => a.frame - b.frame)

/** The move on a frame. Throws a refusal. */
const moveOn = (moves: readonly Move[], frame: number, name: string): Move =>
  moves.find(m => m.frame === frame) ?? refuse('gone', `On frame ${frame} ${name} has no placement any more.`)

export const putMoves = command(
  'move.put',
  z.object({
    plan: idSchema,
    /** Placements of columns, or fields of the camera, each on its frame: several columns move as one. */
    puts: z
      .array(z.object({ column: idSchema.nullable(), move: moveSchema }))
      .min(1)
      .max(400),
  }),
  ({ plan, puts }, shot) => {
    const all = [...new Set(puts.map(p => p.column))]
    const what = all.length === 1 ? nameOf(shot, plan, all[0]!) : plural(all.length, 'column')
    return `Place ${what} on frame ${puts.at(-1)!.move.frame}`
  },
  (shot, { plan, puts }) =>
    puts.reduce((s, { column, move }) => withMoves(s, plan, column, put(movesOf(s, plan, column), move)), shot),
)

export const removeMoves = command(
  'move.remove',
  z.object({ ...of, frames: z.array(framesSchema).min(1).max(14_400) }),
  ({ plan, column, frames }, shot) =>
    `Take ${frames.length === 1 ? 'a placement' : `${frames.length} placements`} out of ${nameOf(shot, plan, column)}`,
  (shot, { plan, column, frames }) => {
    const moves = movesOf(shot, plan, column)
    for (const f of frames) moveOn(moves, f, nameOf(shot, plan, column))
    const gone = new Set(frames)
    return withMoves(
      shot,
      plan,
      column,
      moves.filter(m => !gone.has(m.frame)),
    )
  },
)

export const timeMove = command(
  'move.time',
  z.object({ ...of, from: framesSchema, to: framesSchema }),
  ({ plan, column, from, to }, shot) => `Move the placement of ${nameOf(shot, plan, column)} from ${from} to ${to}`,
  (shot, { plan, column, from, to }) => {
    const moves = movesOf(shot, plan, column)
    const move = moveOn(moves, from, nameOf(shot, plan, column))
    if (from === to) return shot
    if (moves.some(m => m.frame === to)) refuse('no-room', `Another placement stands on frame ${to} already.`)
    return withMoves(
      shot,
      plan,
      column,
      put(
        moves.filter(m => m.frame !== from),
        { ...move, frame: to },
      ),
    )
  },
)

export const goMove = command(
  'move.go',
  z.object({
    ...of,
    frame: framesSchema,
    /** How it goes from there to the next one; null holds until then. */
    go: moveSchema.shape.go.unwrap().nullable(),
  }),
  ({ plan, column, go }, shot) =>
    go ? `Change how ${nameOf(shot, plan, column)} moves` : `Hold ${nameOf(shot, plan, column)}`,
  (shot, { plan, column, frame, go }) => {
    const moves = movesOf(shot, plan, column)
    const { go: _go, ...held } = moveOn(moves, frame, nameOf(shot, plan, column))
    return withMoves(shot, plan, column, put(moves, go ? { ...held, go } : held))
  },
)

export const shakeCamera = command(
  'camera.shake',
  z.object({
    plan: idSchema,
    /** The frame on which the shake begins that is meant; null for a new one. */
    was: framesSchema.nullable(),
    /** What it is from now on; null takes it away. */
    shake: shakeSchema.nullable(),
  }),
  ({ was, shake }) => (shake ? `${was === null ? 'Shake' : 'Change the shake of'} the camera` : 'Take a shake away'),
  (shot, { plan, was, shake }) => {
    const { camera, ...bare } = planOf(shot, plan)
    if (!camera) return refuse('gone', 'There is no camera to shake.')
    const { shakes: old = [], ...rest } = camera
    if (was !== null && !old.some(s => s.frame === was)) refuse('gone', `On frame ${was} no shake begins any more.`)
    const others = old.filter(s => s.frame !== was)
    if (shake && others.some(s => s.frame === shake.frame))
      refuse('no-room', `Another shake begins on frame ${shake.frame} already.`)
    const shakes = shake ? [...others, shake].sort((a, b) => a.frame - b.frame) : others
    return withCamera(shot, bare, shakes.length ? { ...rest, shakes } : rest)
  },
)

export const removeCamera = command(
  'camera.remove',
  z.object({ plan: idSchema }),
  () => 'No camera any more',
  (shot, { plan }) => {
    const { camera, ...bare } = planOf(shot, plan)
    if (!camera) return refuse('gone', 'There is no camera any more.')
    return withCamera(shot, bare, null)
  },
)
