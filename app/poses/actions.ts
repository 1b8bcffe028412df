import { usePointed } from '~/desk/pointed'
import { tell } from '~/ui/messages'
import { articled, plural } from '#core/basic'
import type { Draft } from '#core/commands'
import type { Drawing, PoseRole } from '#core/document'
import { isPose } from '#core/pass'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { useNaming } from '~/desk/naming'
import { useSide } from '~/ui/side'
import type { PoseFrom } from './new-pose'
import { lastPose, newPose, poseFrame } from './new-pose'
import { usePoses } from './store'

/** A new pose where new poses come; the playhead goes there. */
function addPose(d: Desk, from: PoseFrom): void {
  const poses = usePoses()
  const { where } = poses
  const frame = poseFrame(d.focus!, where)
  if (!d.run(newPose(d.scene!, d.focus!, { from, where }))) return
  d.goTo(frame)
  poses.left = frame
}

/** The drawing under the playhead deleted; what is gone is told, with a way back. */
function removeDrawing(d: Desk): void {
  const { number, id, role } = d.drawing!
  const told = `The ${role} ${number} was deleted.`
  if (d.run({ name: 'drawing.remove', args: { stack: d.stack!.id, drawing: id } }) && role === 'in-between')
    d.tellDone(told)
}

/** The drawings that are meant: those selected in the tray while one points there, else the one under the playhead. */
function meant(d: Desk): readonly Drawing[] {
  const { at, drawings } = usePointed()
  const picked = at === 'tray' ? drawings.flatMap(id => d.stack?.drawings[id] ?? []) : []
  return picked.length ? picked : d.drawing ? [d.drawing] : []
}
/** Those that are no in-between of a chart. */
const withRole = (d: Desk) => meant(d).filter(x => isPose(x) || !d.scene!.contents.chartOf(d.plan!, x.id))
const hasRole = (d: Desk) => withRole(d).length > 0
const role = (r: PoseRole, key: string): Action => ({
  id: `role-${r}`,
  name: `Make it ${articled(r)}`,
  group: 'Poses',
  keys: [key],
  can: hasRole,
  why: 'there is no drawing here, or it is an in-between that a chart makes.',
  on: d => d.drawing?.role === r,
  do: d =>
    d.run(
      ...withRole(d).map((x): Draft => ({ name: 'drawing.set', args: { stack: d.stack!.id, drawing: x.id, role: r } })),
    ),
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
    do: d =>
      addPose(d, {
        copyOf: (usePoses().where === 'playhead' ? lastPose(d.focus!, d.frame) : lastPose(d.focus!))!.id,
      }),
  },
  {
    id: 'new-every',
    name: 'Where new poses come',
    hint: 'at the playhead, or every so many frames',
    group: 'Poses',
    keys: ['Shift+U'],
    do: () => {
      const poses = usePoses()
      poses.setEvery(poses.every === null ? poses.frames : null)
      tell(
        poses.every === null
          ? 'New poses come at the playhead.'
          : `New poses come ${plural(poses.every, 'frame')} after the last begins, unless the playhead is placed elsewhere.`,
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
    id: 'number-all',
    name: 'Number all drawings by their frames',
    hint: 'poses and in-betweens of the column',
    group: 'Poses',
    keys: [],
    can: d => !!d.column?.runs.count,
    why: 'nothing is exposed in this column yet.',
    do: () => {
      if (!useNaming().renumber()) tell('Every drawing is named by its frame already.')
    },
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
