import type { Figure, Fixed, Pose } from '../figure'
import { counterpart, hasSides, swapSides } from '../figure'
import type { Chart, Content, Drawing, Stack } from './document'
import { partKey } from './document'
import type { StrokeRef, Subject } from './subject'

const SIDES: Readonly<Record<string, string>> = { left: 'right', right: 'left', near: 'far', far: 'near' }
const SIDE = /\b(left|right|near|far)\b/gi

/** A name with its sides exchanged: “left arm” for “right arm”, “near” for “far”; the same where it says no side. */
export function otherName(name: string): string {
  return name.replace(SIDE, word => {
    const other = SIDES[word.toLowerCase()]!
    if (word === word.toUpperCase()) return other.toUpperCase()
    return word[0] === word[0]!.toUpperCase() ? other[0]!.toUpperCase() + other.slice(1) : other
  })
}

const partners = new WeakMap<Stack['subjects'], ReadonlyMap<string, string>>()

/** Which subject is on the other side of which, by their names: both are there, of the same kind, and named once. */
function partnersIn(subjects: Stack['subjects']): ReadonlyMap<string, string> {
  const known = partners.get(subjects)
  if (known) return known
  const byName = new Map<string, Subject[]>()
  for (const s of Object.values(subjects)) {
    const key = `${s.kind} ${s.name.toLowerCase()}`
    byName.set(key, [...(byName.get(key) ?? []), s])
  }
  const made = new Map<string, string>()
  for (const s of Object.values(subjects)) {
    const [own, others] = [s.name.toLowerCase(), byName.get(`${s.kind} ${otherName(s.name).toLowerCase()}`)]
    if (others?.length === 1 && others[0]!.id !== s.id && byName.get(`${s.kind} ${own}`)!.length === 1)
      made.set(s.id, others[0]!.id)
  }
  partners.set(subjects, made)
  return made
}

/** What a stroke is called on the other side; twice is itself. */
export function otherStroke(id: string): string {
  const [base, count] = id.split('.') as [string, string | undefined]
  const other = base.length > 2 && base.endsWith('-o') ? base.slice(0, -2) : base.length > 38 ? base : `${base}-o`
  return count === undefined ? other : `${other}.${count}`
}

const ofSubject = (stack: Stack, id: string): string => partnersIn(stack.subjects).get(id) ?? id
const figureOf = (stack: Stack, id: string): Figure | undefined => stack.subjects[id]?.figure

function otherPose(stack: Stack, subject: string, pose: Pose): Pose {
  const figure = figureOf(stack, subject)
  return figure && hasSides(figure) ? swapSides(figure, pose) : pose
}

/**
 * A content with left and right exchanged: near limbs of figures as the far ones are, parts and pictures as those of the
 * other name; what says no side stays. Twice is the content itself.
 */
export const otherContent = (stack: Stack, { poses, strokes }: Content): Content => ({
  poses: Object.fromEntries(
    Object.entries(poses).map(([id, pose]) => [ofSubject(stack, id), otherPose(stack, id, pose)]),
  ),
  strokes: strokes.map((s): StrokeRef => ({
    ...s,
    id: otherStroke(s.id),
    ...(s.part === undefined ? {} : { part: ofSubject(stack, s.part) }),
  })),
})

/** The same for what a breakdown of some parts fixes. */
export const otherFixed = (stack: Stack, fixed: NonNullable<Drawing['fixed']>): NonNullable<Drawing['fixed']> =>
  Object.fromEntries(
    Object.entries(fixed).map(([id, parts]): [string, Fixed] => {
      const figure = figureOf(stack, id)
      const bone = (b: string): string => (figure && counterpart(figure, b)) ?? b
      return [
        ofSubject(stack, id),
        { ...parts, angles: Object.fromEntries(Object.entries(parts.angles).map(([b, a]) => [bone(b), a])) },
      ]
    }),
  )

/** True where something on a drawing has a left and a right. */
export const hasOtherSide = (stack: Stack, { poses, strokes }: Content): boolean =>
  Object.keys(poses).some(
    id => ofSubject(stack, id) !== id || (figureOf(stack, id) && hasSides(figureOf(stack, id)!)),
  ) || strokes.some(s => s.part !== undefined && ofSubject(stack, s.part) !== s.part)

/** What a chart says of parts, strokes and change-overs, with left and right exchanged; `drawing` is the other of each. */
export function otherSaid(
  stack: Stack,
  { leads, ties, change }: Pick<Chart, 'leads' | 'ties' | 'change'>,
  drawing: (id: string) => string,
): Pick<Chart, 'leads' | 'ties' | 'change'> {
  const part = (key: string): string => {
    const [subject, bone] = key.split('/') as [string, string]
    const figure = figureOf(stack, subject)
    return partKey(ofSubject(stack, subject), (figure && counterpart(figure, bone)) ?? bone)
  }
  const stroke = (id: string | null) => id && otherStroke(id)
  return {
    ...(leads ? { leads: Object.fromEntries(Object.entries(leads).map(([k, v]) => [part(k), v])) } : {}),
    ...(ties ? { ties: ties.map(t => ({ ...t, from: stroke(t.from), to: stroke(t.to) })) } : {}),
    ...(change
      ? { change: Object.fromEntries(Object.entries(change).map(([s, d]) => [ofSubject(stack, s), drawing(d)])) }
      : {}),
  }
}
