import { toast } from 'vue-sonner'
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

const onPose = (d: Desk) => !!d.drawing && isPose(d.drawing)
const role = (r: PoseRole, key: string): Action => ({
  id: `role-${r}`,
  name: `Make this drawing ${r === 'extreme' ? 'an' : 'a'} ${r}`,
  group: 'Poses',
  keys: [key],
  can: onPose,
  do: d => d.run({ name: 'drawing.set', args: { stack: d.stack!.id, drawing: d.drawing!.id, role: r } }),
})

/** New poses, and what they are. */
export const poseActions: readonly Action[] = [
  {
    id: 'pose-blank',
    name: 'New blank pose (at the playhead, or every so many frames)',
    group: 'Poses',
    keys: ['n'],
    can: d => !!d.column,
    do: d => addPose(d, 'blank'),
  },
  {
    id: 'pose-copy',
    name: 'New pose, a copy of the last',
    group: 'Poses',
    keys: ['c'],
    can: d => !!d.column && !!lastPose(d.focus!),
    do: d => addPose(d, { copyOf: (usePoses().newAt.every ? lastPose(d.focus!) : lastPose(d.focus!, d.frame))!.id }),
  },
  {
    id: 'new-every',
    name: 'New poses at the playhead, or every so many frames',
    group: 'Poses',
    keys: ['Shift+U'],
    do: () => {
      usePoses().newAt = { ...usePoses().newAt, every: !usePoses().newAt.every }
      toast(
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
      usePoses().adding = true
    },
  },
  role('key', 'k'),
  role('extreme', 'x'),
  {
    id: 'delete',
    after: 'later',
    name: 'Delete the drawing and its exposures',
    group: 'Poses',
    keys: ['Delete'],
    can: d => !!d.drawing,
    do: d => d.run({ name: 'drawing.remove', args: { stack: d.stack!.id, drawing: d.drawing!.id } }),
  },
  {
    id: 'side-poses',
    after: 'delete',
    name: 'Spread the poses in time, or act them out …',
    group: 'Poses',
    keys: ['Shift+G'],
    can: d => !!d.column,
    do: () => {
      useSide().toggle('poses')
    },
  },
]
