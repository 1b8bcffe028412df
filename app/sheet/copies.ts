import type { Draft } from '#core/commands'
import { withSubject } from '#core/commands'
import type { Content, PoseRole, Stack, Subject } from '#core/document'
import { equal, freeNumber } from '#core/document'
import type { Exposure } from '#core/sheet'
import { copied } from '~/desk/copies'
import { solidOf } from '~/desk/drafts'
import type { Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'

/** Copies of drawings for another stack, by the drawing each is of. */
export interface Copies {
  readonly copies: Record<string, { id: string; number: string; role: PoseRole; content: Content }>
  /** Adds the figures and parts on them that the other stack does not have. */
  readonly subjects: readonly Draft[]
}

/**
 * Copies of the drawings that a list exposes, by the drawing each is of, for their own stack or another. An
 * in-between's copy is a breakdown, to be altered.
 */
export function copiesOf(
  scene: Scene,
  stack: string,
  list: readonly Exposure[],
  into: Stack | undefined = scene.shot.stacks[stack],
): Copies {
  const from = scene.shot.stacks[stack]
  const taken: string[] = []
  const ids = [...new Set(list.map(x => x.drawing).filter((d): d is string => d !== null && !!from?.drawings[d]))]
  const contents = ids.map(of => copied(solidOf(scene, scene.contents.of(scene, from!, of))))
  const { names, drafts } = subjectsInto(from, into!, contents)
  const copies = ids.map((of, i) => {
    const d = from!.drawings[of]!
    const number = freeNumber(into!, d.number, taken)
    taken.push(number)
    const role = d.role === 'in-between' ? 'breakdown' : d.role
    return [of, { id: newId(), number, role, content: renamedIn(contents[i]!, names) }] as const
  })
  return { copies: Object.fromEntries(copies), subjects: drafts }
}

/** A stack with copies in it, so that what comes after them knows their numbers and figures. */
export const withCopies = (stack: Stack, { copies, subjects }: Copies): Stack => ({
  ...subjects.reduce((s, d) => (d.name === 'subject.add' ? withSubject(s, d.args.subject) : s), stack),
  drawings: {
    ...stack.drawings,
    ...Object.fromEntries(Object.values(copies).map(c => [c.id, { ...c, own: true }])),
  },
})

/** Strokes of another shot are kept with this one; those that are not at hand are on the server. */
export function keepStrokes({ strokeBy, keeper }: Scene, { copies }: Copies): void {
  for (const { content } of Object.values(copies))
    for (const { hash } of content.strokes) {
      const stroke = strokeBy(hash)
      if (stroke) keeper.keep(stroke)
    }
}

/** What figures and parts of one stack are in another one, by their ids; those that are not there are added to it. */
function subjectsInto(
  from: Stack | undefined,
  into: Stack,
  contents: readonly Content[],
): { names: ReadonlyMap<string, string>; drafts: Draft[] } {
  const names = new Map<string, string>()
  const drafts: Draft[] = []
  const used = contents.flatMap(c => [...Object.keys(c.poses), ...c.strokes.flatMap(s => s.part ?? [])])
  for (const id of new Set(used)) {
    const subject = from?.subjects[id]
    if (!subject) continue
    const alike = into.subjects[id] ?? Object.values(into.subjects).find(s => isAlike(s, subject))
    names.set(id, alike?.id ?? newId())
    if (!alike) {
      const args = { stack: into.id, subject: { ...subject, id: names.get(id)! }, drawing: null, pose: null }
      drafts.push({ name: 'subject.add', args })
    }
  }
  return { names, drafts }
}
/** They are the same but for their ids and how far in front they are. */
const isAlike = (a: Subject, b: Subject): boolean => equal({ ...a, id: b.id, rank: b.rank }, b)

/** A content with the ids that its figures and parts have elsewhere. */
const renamedIn = ({ poses, strokes }: Content, names: ReadonlyMap<string, string>): Content => ({
  poses: Object.fromEntries(
    Object.entries(poses).flatMap(([id, pose]) => (names.has(id) ? [[names.get(id)!, pose] as const] : [])),
  ),
  strokes: strokes.map(({ part, ...s }) => (part && names.has(part) ? { ...s, part: names.get(part)! } : s)),
})
