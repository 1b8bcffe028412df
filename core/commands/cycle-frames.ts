import { z } from 'zod'
import { idSchema, plural } from '../basic'
import type { Run } from '../sheet'
import { runAt, runBefore, runsFrom, splice } from '../sheet'
import type { Shot } from '../document/document'
import type { CycleIn } from '../document/cycling'
import { cycleIn, cyclesIn, momentDrawings, planNow } from '../document/cycling'
import { orderedColumns } from '../document/shown'
import { command } from './kind'
import type { Wanted } from './passage'
import { openCycle, reexposed, withCycle } from './passage'
import { columnOf, isTimed, planOf, withColumn } from './parts'
import { refuse } from './refusal'

/** How many frames a contact has, and what is held there: the exposures from the beginning of a step to what follows. */
interface Contact {
  /** From how many frames after the passage begins. */
  readonly off: number
}

/** Where the steps of a cycle begin, from 0. */
function contactsOf(shot: Shot, plan: string, column: string, cycle: string): Contact[] {
  const { cycle: recipe, bracket } = openCycle(shot, plan, column, cycle)
  const now = planNow(recipe, bracket.there) ?? refuse('no-room', 'It has fewer frames than steps.')
  let off = 0
  return now.steps.map(s => {
    const here = { off }
    off += s.frames
    return here
  })
}

/**
 * Exposures with a frame more, or less, in those that are held at these places. One that is held for a single frame gives
 * that of what lies behind it, where that is no moment; null where it has none to give.
 */
function heldOtherwise(
  { cycle, bracket: { there } }: Pick<CycleIn, 'cycle' | 'bracket'>,
  offs: readonly number[],
  by: 1 | -1,
): Wanted[] | null {
  const moments = new Set(momentDrawings(cycle))
  const out: Wanted[] = []
  let [at, owed] = [0, 0]
  for (const { drawing, frames } of there) {
    const here = offs.filter(o => o >= at && o < at + frames).length
    at += frames
    if (owed && (here || moments.has(drawing ?? ''))) return null
    const held = frames + by * here - owed
    owed = 0
    if (held >= 1) out.push({ drawing, frames: held })
    else if (here) {
      // It stays for a frame; the next one goes out for it.
      out.push({ drawing, frames: 1 })
      owed = 1 - held
    }
  }
  return owed ? null : out
}

export const retimeCycle = command(
  'cycle.frame',
  z.object({
    ...{ plan: idSchema, column: idSchema, cycle: idSchema },
    /** A frame more, or a frame less, at each contact. */
    by: z.union([z.literal(1), z.literal(-1)]),
  }),
  ({ by }) => `A frame ${by < 0 ? 'out' : 'in'} at all contacts`,
  (shot, { plan, column: id, cycle: key, by }, { newId }) => {
    const found = openCycle(shot, plan, id, key)
    const { column, cycle } = found
    const offs = contactsOf(shot, plan, id, key).map(c => c.off)
    const wanted =
      heldOtherwise(found, offs, by) ??
      refuse('no-room', 'A contact is held for one frame only, and a moment follows: there is none to take out.')
    // The half follows with what the first one has lost.
    const made = withColumn(shot, plan, withCycle(reexposed(column, found, wanted, newId), key, cycle))
    return linkedCycles(made, { plan, column: id, cycle: key, offs, by }, newId)
  },
)

interface Retimed {
  readonly plan: string
  readonly column: string
  readonly cycle: string
  readonly offs: readonly number[]
  readonly by: 1 | -1
}

/**
 * The columns of the link group with a frame more, or less, on the same frames: in a cycle of theirs that goes along with
 * this one, in each of its rounds; else where the contacts are shown.
 */
function linkedCycles(shot: Shot, { plan, column: id, cycle, offs, by }: Retimed, newId: () => string): Shot {
  const before = columnOf(shot, plan, id)
  if (before.link === undefined) return shot
  const { bracket } = cycleIn(before, cycle, shot.length)!
  return orderedColumns(planOf(shot, plan))
    .filter(c => c.id !== id && c.link === before.link && isTimed(c))
    .reduce((s, column) => {
      const theirs = cyclesIn(column, s.length).find(
        c => c.bracket.start === bracket.start && c.bracket.frames + by * offs.length === bracket.frames,
      )
      const wanted = theirs && heldOtherwise(theirs, offs, by)
      if (theirs && !wanted) return refuse('no-room', `A drawing of ${column.name} has no frame to give at a contact.`)
      if (theirs && wanted) return withColumn(s, plan, reexposed(column, theirs, wanted, newId))
      // From the last on, so that what comes before stays where it is.
      return [...offs].reverse().reduce((t, off) => {
        const now = columnOf(t, plan, column.id)
        const place = runAt(now.runs, bracket.start + off)
        if (!place || (by < 0 && place.run.frames === 1)) return t
        const run = { ...place.run, frames: place.run.frames + by }
        return withColumn(t, plan, { ...now, runs: splice(now.runs, place, 1, [run]) })
      }, s)
    }, shot)
}

export const offsetCycle = command(
  'cycle.offset',
  z.object({
    ...{ plan: idSchema, column: idSchema, cycle: idSchema },
    /** So many frames before its end it begins: what comes before its first whole round. */
    frames: z.number().int().min(0).max(14_400),
  }),
  ({ frames }) => (frames ? `Begin ${plural(frames, 'frame')} before the round ends` : 'Begin with the first drawing'),
  (shot, { plan, column: id, cycle: key, frames }, { newId }) => {
    const { column, cycle, bracket } = openCycle(shot, plan, id, key)
    const { lead: old = [], ...bare } = cycle
    const first = runAt(column.runs, bracket.from)!
    // Only what was put there, and still stands directly before it, is taken back.
    const known = new Set(old)
    let start = first
    for (let p = runBefore(column.runs, start); p && known.has(p.run.id); p = runBefore(column.runs, p)) start = p
    const back = runsFrom(column.runs, start, first.start - start.start)
    const put = tailOf(bracket.there, frames % bracket.frames).map((w): Run => ({ id: newId(), ...w }))
    const runs = splice(column.runs, back.length ? start : first, back.length, put)
    const lead = put.length ? { lead: put.map(r => r.id) } : {}
    // It is of this column alone: linked ones would begin together with it again.
    return withColumn(shot, plan, withCycle({ ...column, runs }, key, { ...bare, ...lead }))
  },
)

/** The last frames of a round, as exposures. */
function tailOf(there: readonly Run[], frames: number): Wanted[] {
  const out: Wanted[] = []
  let left = frames
  for (const run of [...there].reverse()) {
    if (left <= 0) break
    out.unshift({ drawing: run.drawing, frames: Math.min(left, run.frames) })
    left -= run.frames
  }
  return out
}
