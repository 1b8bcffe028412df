import { freeName } from '#core/basic'
import type { Draft } from '#core/commands'
import type { Heard, Mouth, MouthSet, StarterLook, Wanted } from '#core/dialogue'
import { besides, byHand, framesBut, MOUTHS, mouthsOver, putBeside, SHORT, spansPut, placedMouth } from '#core/dialogue'
import type { Column, Mouths, Plan, Shot, SpokenMouths, Stack } from '#core/document'
import { equal, LEAST_MOUTHS, MOST_MOUTHS } from '#core/document'
import type { Affine } from '#core/motion'
import type { Frames } from '#core/sheet'
import { listOf } from '#core/sheet'
import type { Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'

/** How a reading is exposed, without what came of it. */
export type ExposeChoices = Omit<SpokenMouths, 'drawings' | 'put'>

/** The mouths of a column whose drawings are there. */
export const setHere = ({ mouths }: Column, stack: Stack): MouthSet | null => {
  const there = mouths?.mouths.filter(m => Object.hasOwn(stack.drawings, m.drawing)) ?? []
  return there.length ? { ...mouths, mouths: there } : null
}

/** What is wanted of a reading in a column; null where it has no mouths. */
export function wantedOf(shot: Shot, column: Column, heard: readonly Heard[], choices: ExposeChoices): Wanted | null {
  const set = setHere(column, shot.stacks[column.stack]!)
  const { whole, first, last, settings } = choices
  const over = whole ? { first: 1, last: shot.length } : { first, last }
  return set && { heard, set, settings, rate: shot.rate, length: shot.length, over }
}

/**
 * The column as a reading leaves it; what the hand changed stays, but on the frames that are taken anew. Null where
 * nothing comes of it.
 */
export function exposeDraft(
  { shot, plan }: { shot: Shot; plan: Plan },
  column: Column,
  heard: readonly Heard[],
  { choices, anew }: { choices: ExposeChoices; anew?: Frames | undefined },
): Extract<Draft, { name: 'mouths.expose' }> | null {
  const wanted = wantedOf(shot, column, heard, choices)
  if (!wanted || !mouthsOver(wanted).length) return null
  const hand = column.spoken ? byHand(column.runs, column.spoken) : []
  const put = putBeside(anew ? framesBut(hand, anew) : hand, wanted)
  return { name: 'mouths.expose', args: { plan: plan.id, column: column.id, spoken: { ...choices, ...put } } }
}

/** True where a reading would be exposed otherwise than it was, besides what the hand changed. */
export function isOther(now: SpokenMouths, before: SpokenMouths, hand: readonly Frames[]): boolean {
  const bare = ({ drawings: _d, put: _p, ...choices }: SpokenMouths): ExposeChoices => choices
  const was = besides(spansPut(before), hand)
  return !equal(bare(now), bare(before)) || !equal(spansPut(now), was)
}

/** True where a column's timing can be exposed from a reading. */
export const mayExpose = (c: Column): boolean => !c.locked && c.leader === undefined && !c.repeats?.length

/** What has to be exposed anew in columns that follow their reading, now that something of it has changed. */
export function followDrafts(
  { shot, plan }: { shot: Shot; plan: Plan },
  heardBy: (choices: ExposeChoices, plan: Plan, shot: Shot) => readonly Heard[] | null,
): Draft[] {
  return plan.order.flatMap((id): Draft[] => {
    const column = plan.columns[id]!
    const { spoken } = column
    if (!spoken?.follows || !mayExpose(column)) return []
    const { drawings: _d, put: _p, ...choices } = spoken
    const heard = heardBy(choices, plan, shot)
    const draft = heard && exposeDraft({ shot, plan }, column, heard, { choices })
    return draft && isOther(draft.args.spoken, spoken, byHand(column.runs, spoken)) ? [draft] : []
  })
}

/** Mouths that a set begins with, by how many there are to be. */
export const STARTERS: Readonly<Record<2 | 4 | 8, readonly Mouth[]>> = {
  2: ['shut', 'open'],
  4: ['shut', 'a little open', 'round', 'open'],
  8: MOUTHS,
}

/** A new column with plain mouths of ours and the set of them, about a point of the picture. */
export function starterDrafts(
  scene: Scene,
  { count, index, at, look }: { count: keyof typeof STARTERS; index: number; at: Affine; look: StarterLook },
): { column: string; drafts: Draft[] } {
  const [column, stack] = [newId(), newId()]
  const made = STARTERS[count].map(shape => ({ shape, drawing: newId() }))
  const name = freeName(
    'Mouth',
    scene.columns.map(c => c.name),
  )
  const drawings = made.map(({ shape, drawing }) => {
    const strokes = placedMouth(shape, look, at).map(s => ({ id: newId(), hash: scene.keeper.keep(s) }))
    const content = { poses: {}, strokes }
    return [drawing, { id: drawing, number: SHORT[shape], role: 'key' as const, own: true, content }] as const
  })
  return {
    column,
    drafts: [
      {
        name: 'column.add',
        args: {
          ...{ plan: scene.plan.id, index },
          stack: { id: stack, subjects: {}, drawings: Object.fromEntries(drawings) },
          column: {
            ...{ id: column, name, stack, ink: look.ink, step: 1 },
            ...{ background: false, locked: false, hidden: false, runs: [] },
            mouths: { mouths: made.map(({ shape, drawing }) => ({ id: newId(), name: shape, shape, drawing })) },
          },
        },
      },
    ],
  }
}

/** Shapes in the order in which drawings of a column are taken for them, where nothing else is known. */
const BY_PLACE: readonly Mouth[] = [
  'shut',
  'open',
  'wide',
  'round',
  'a little open',
  'spread',
  'teeth on lip',
  'tongue up',
]

/** The drawings of a column as a set, in the order of their exposures and then of their numbers: to be set right by hand. */
export function setOfDrawings(column: Column, { drawings }: Stack): Mouths | null {
  const shown = listOf(column.runs).flatMap(r => r.drawing ?? [])
  const others = Object.values(drawings)
    .filter(d => d.own || d.finished)
    .sort((a, b) => a.number.localeCompare(b.number, 'en', { numeric: true }) || (a.id < b.id ? -1 : 1))
    .map(d => d.id)
  const all = [...new Set([...shown, ...others])].slice(0, MOST_MOUTHS)
  const named = new Map(MOUTHS.map(m => [SHORT[m], m]))
  const free = BY_PLACE.filter(m => !all.some(d => named.get(drawings[d]!.number.toLowerCase()) === m))
  const mouths = all.map(drawing => {
    const { number } = drawings[drawing]!
    const shape = named.get(number.toLowerCase()) ?? free.shift() ?? 'a little open'
    return { id: newId(), name: shape, shape, drawing }
  })
  return mouths.length < LEAST_MOUTHS ? null : { mouths }
}
