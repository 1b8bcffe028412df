import { usePointed } from '~/desk/pointed'
import { tell } from '~/ui/messages'
import type { PoseRole } from '#core/document'
import { isPose } from '#core/pass'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { useSide } from '~/ui/side'
import type { PoseFrom } from './new-pose'
import { lastPose, newPose, poseFrame } from './new-pose'
import { usePoses } from './store'

/** A new pose where new poses come; the playhead goes there. */
function addPose(d: Desk, from: PoseFrom): void {
  const { newAt } = usePoses()
  const where = newAt.every && d.column!.runs.count ? { afterLast: newAt.n } : 'playhead'
  const frame = poseFrame(d.focus!, where)
  if (d.run(newPose(d.scene!, d.focus!, { from, where }))) d.goTo(frame)
}

/** The drawing under the playhead deleted; what is gone is told, with a way back. */
function removeDrawing(d: Desk): void {
  const { number, id, role } = d.drawing!
  const told = `The ${role} ${number} was deleted.`
  if (d.run({ name: 'drawing.remove', args: { stack: d.stack!.id, drawing: id } }) && role === 'in-between')
    d.tellDone(told)
}

/** A drawing that is no in-between of a chart. */
const hasRole = (d: Desk) => !!d.drawing && (isPose(d.drawing) || !d.scene!.contents.chartOf(d.plan!, d.drawing.id))
const role = (r: PoseRole, key: string): Action => ({
  id: `role-${r}`,
  name: `Make it ${r === 'extreme' ? 'an' : 'a'} ${r}`,
  group: 'Poses',
  keys: [key],
  can: hasRole,
  why: 'there is no drawing here, or it is an in-between that a chart makes.',
  on: d => d.drawing?.role === r,
  do: d => d.run({ name: 'drawing.set', args: { stack: d.stack!.id, drawing: d.drawing!.id, role: r } }),
})

/** New poses, and what they are. */
export const poseActions: readonly Action[] = [
  {
    id: 'pose-blank',
    name: 'New blank pose',
    hint: 'at the playhead, or every so many frames',
    group: 'Poses',
    keys: ['n'],
    can: d => !!d.column,
    do: d => addPose(d, 'blank'),
  },
  {
    id: 'pose-copy',
    name: 'New pose from the last',
    hint: 'a copy',
    group: 'Poses',
    keys: ['c'],
    can: d => !!d.column && !!lastPose(d.focus!),
    why: 'there is no pose to copy yet.',
    do: d => addPose(d, { copyOf: (usePoses().newAt.every ? lastPose(d.focus!) : lastPose(d.focus!, d.frame))!.id }),
  },
  {
    id: 'new-every',
    name: 'Where new poses come',
    hint: 'at the playhead, or every so many frames',
    group: 'Poses',
    keys: ['Shift+U'],
    do: () => {
      usePoses().newAt = { ...usePoses().newAt, every: !usePoses().newAt.every }
      tell(
        usePoses().newAt.every
          ? `New poses come ${usePoses().newAt.n} frames after the last begins.`
          : 'New poses come at the playhead.',
      )
    },
  },
  {
    id: 'pose-add',
    name: 'Add a pose …',
    group: 'Poses',
    keys: ['a'],
    can: d => !!d.column,
    do: () => {
      useSide().toggle('new-pose')
    },
  },
  role('key', 'k'),
  role('extreme', 'x'),
  {
    id: 'delete',
    after: 'later',
    name: 'Delete drawing',
    hint: 'with its exposures and what is charted from it',
    group: 'Poses',
    keys: ['Delete'],
    when: () => usePointed().at === 'drawing',
    can: d => !!d.drawing,
    why: 'there is no drawing here.',
    do: removeDrawing,
  },
  {
    id: 'side-poses',
    after: 'delete',
    name: 'Time the poses …',
    hint: 'spread them in time, or act them out',
    group: 'Poses',
    keys: ['Shift+G'],
    can: d => !!d.column,
    do: () => {
      useSide().toggle('poses')
    },
  },
]
