import { toast } from 'vue-sonner'
import { isPose } from '#core/pass'
import type { PoseRole } from '#core/document'
import type { Desk } from '~/desk/desk'
import type { Action, Doors } from '~/desk/action'
import { hasExposure } from '~/desk/action'
import { actionsOfArt } from '~/light-table/actions'
import { lookActions } from '~/picture/actions'
import { sheetActions } from '~/sheet/actions'
import { doOrSay, inChart, pickedBars, spanActions } from '~/chart/actions'
import type { PoseFrom } from '~/desk/wishes'
import { lastPose, newPose, planAndColumn, poseFrame } from '~/desk/wishes'
import { traded } from '~/rail/gestures'
import { refOf } from '#core/commands'
import { exposureBefore, nextExposure } from '~/desk/steps'
import { mirrorHere, sidedHere, swapHere } from '~/figures/subjects'
import { cut, join } from '~/chart/spans'

function stepDrawing(d: Desk, by: 1 | -1): void {
  const to = by > 0 ? nextExposure(d) : exposureBefore(d)
  if (to) d.goTo(to.start)
}

function movePose(d: Desk, delta: number): void {
  const bars = pickedBars(d)
  if (bars.length) {
    const made = traded(bars, bars[0]!, delta, d)
    if (made && d.run(...made.drafts)) d.goTo(d.frame + delta)
    return
  }
  if (!d.place) return
  const draft = {
    name: isPose(d.drawing ?? undefined) ? ('pose.move' as const) : ('run.shift' as const),
    args: { ...planAndColumn(d), run: refOf(d.place), delta },
  }
  if (d.run(draft)) d.goTo(d.frame + delta)
}

/** A new pose where new poses come; the playhead goes there. */
function addPose(d: Desk, from: PoseFrom): void {
  const where = d.newAt.every && d.column!.runs.count ? { afterLast: d.newAt.n } : 'playhead'
  const frame = poseFrame(d, where)
  if (d.run(newPose(d, from, where))) d.goTo(frame)
}

function setRole(d: Desk, role: PoseRole): void {
  if (d.drawing) d.run({ name: 'drawing.set', args: { stack: d.stack!.id, drawing: d.drawing.id, role } })
}

/** A breakdown: an in-between is cut out of its chart, a pose takes the role. */
export function makeBreakdown(d: Desk): void {
  const chart = d.drawing && !isPose(d.drawing) ? d.contents.chartOf(d.plan!, d.drawing.id) : null
  if (chart) doOrSay(d, cut(d, chart, d.drawing!))
  else setRole(d, 'breakdown')
}

/** An in-between that fixes only what is posed on it, or a plain one again. */
export function breakParts(d: Desk): void {
  const chart = d.drawing && d.contents.chartOf(d.plan!, d.drawing.id)
  if (chart)
    d.run({
      name: 'drawing.fix',
      args: { plan: d.plan!.id, chart: chart.id, drawing: d.drawing!.id, fixed: d.drawing!.fixed ? null : {} },
    })
}

function nextColumn(d: Desk, by: number): void {
  const i = d.columns.findIndex(c => c.id === d.column?.id)
  const to = d.columns[(i + by + d.columns.length) % d.columns.length]
  if (to) d.columnId = to.id
}

/** The last frame on which anything is exposed. */
export const exposedEnd = (d: Desk): number =>
  Math.max(0, ...d.columns.filter(c => !c.background).map(c => c.runs.frames))

const onPose = (d: Desk) => !!d.drawing && isPose(d.drawing)

/** Everything the desk can do by key or by name. */
export function deskActions(doors: Doors): Action[] {
  const role = (r: PoseRole, key: string): Action => ({
    id: `role-${r}`,
    name: `Make this drawing ${r === 'extreme' ? 'an' : 'a'} ${r}`,
    group: 'Poses',
    keys: [key],
    can: onPose,
    do: d => setRole(d, r),
  })
  return [
    { id: 'play', name: 'Play or stop', group: 'Look', keys: ['Space'], do: doors.play },
    {
      id: 'frame-next',
      name: 'Next frame',
      group: 'Look',
      keys: ['ArrowDown'],
      repeats: true,
      do: d => d.goTo(d.frame + 1),
    },
    {
      id: 'frame-before',
      name: 'Frame before',
      group: 'Look',
      keys: ['ArrowUp'],
      repeats: true,
      do: d => d.goTo(d.frame - 1),
    },
    {
      id: 'drawing-next',
      name: 'Next drawing',
      group: 'Look',
      keys: ['ArrowRight'],
      repeats: true,
      do: d => stepDrawing(d, 1),
    },
    {
      id: 'drawing-before',
      name: 'Drawing before',
      group: 'Look',
      keys: ['ArrowLeft'],
      repeats: true,
      do: d => stepDrawing(d, -1),
    },
    {
      id: 'first',
      name: 'First frame of the range',
      group: 'Look',
      keys: ['Home'],
      do: d => d.goTo(d.playRange.first),
    },
    { id: 'last', name: 'Last frame of the range', group: 'Look', keys: ['End'], do: d => d.goTo(d.playRange.last) },
    { id: 'column-next', name: 'Next column', group: 'Look', keys: ['PageDown'], do: d => nextColumn(d, 1) },
    { id: 'column-before', name: 'Column before', group: 'Look', keys: ['PageUp'], do: d => nextColumn(d, -1) },
    ...lookActions(),
    {
      id: 'loop',
      name: 'Loop over the chosen frames, or over the whole shot',
      group: 'Look',
      keys: ['l'],
      do: d => {
        d.loop =
          d.selection && d.selection.last > d.selection.first
            ? { first: d.selection.first, last: d.selection.last }
            : null
      },
    },
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
      can: d => !!d.column && !!lastPose(d),
      do: d => addPose(d, { copyOf: (d.newAt.every ? lastPose(d) : lastPose(d, d.frame))!.id }),
    },
    {
      id: 'new-every',
      name: 'New poses at the playhead, or every so many frames',
      group: 'Poses',
      keys: ['Shift+U'],
      do: d => {
        d.newAt = { ...d.newAt, every: !d.newAt.every }
        toast(
          d.newAt.every
            ? `New poses come ${d.newAt.n} frames after the last begins.`
            : 'New poses come at the playhead.',
        )
      },
    },
    { id: 'pose-add', name: 'Add a pose …', group: 'Poses', keys: ['a'], can: d => !!d.column, do: doors.addPose },
    role('key', 'k'),
    role('extreme', 'x'),
    {
      id: 'role-breakdown',
      name: 'Make this drawing a breakdown (an in-between cuts its span)',
      group: 'Poses',
      keys: ['j'],
      can: d => !!d.drawing,
      do: makeBreakdown,
    },
    {
      id: 'join',
      name: 'Join the spans beside this breakdown',
      group: 'Poses',
      keys: ['Shift+J'],
      can: d => d.drawing?.role === 'breakdown',
      do: d => doOrSay(d, join(d, d.drawing!)),
    },
    {
      id: 'break-parts',
      name: 'Break down only the parts that are posed on this in-between',
      group: 'Poses',
      keys: ['m'],
      can: d => inChart(d) && !d.drawing!.own,
      do: breakParts,
    },
    {
      id: 'earlier',
      name: 'Move the drawing one frame earlier',
      group: 'Poses',
      keys: ['Alt+ArrowUp'],
      repeats: true,
      can: hasExposure,
      do: d => movePose(d, -1),
    },
    {
      id: 'later',
      name: 'Move the drawing one frame later',
      group: 'Poses',
      keys: ['Alt+ArrowDown'],
      repeats: true,
      can: hasExposure,
      do: d => movePose(d, 1),
    },
    {
      id: 'delete',
      name: 'Delete the drawing and its exposures',
      group: 'Poses',
      keys: ['Delete'],
      can: d => !!d.drawing,
      do: d => d.run({ name: 'drawing.remove', args: { stack: d.stack!.id, drawing: d.drawing!.id } }),
    },
    ...spanActions(),
    ...actionsOfArt(),
    ...sheetActions(doors),
    {
      id: 'trim',
      name: 'Trim the shot to what is exposed',
      group: 'Shot',
      keys: [],
      can: d => exposedEnd(d) > 0 && exposedEnd(d) !== d.shot!.length,
      do: d => d.run({ name: 'shot.set', args: { length: exposedEnd(d) } }),
    },
    {
      id: 'in',
      name: 'Play range begins here',
      group: 'Shot',
      keys: ['Shift+BracketLeft'],
      do: d => {
        d.loop = { first: d.frame, last: Math.max(d.frame, d.playRange.last) }
      },
    },
    {
      id: 'out',
      name: 'Play range ends here',
      group: 'Shot',
      keys: ['Shift+BracketRight'],
      do: d => {
        d.loop = { first: Math.min(d.frame, d.playRange.first), last: d.frame }
      },
    },
    {
      id: 'side-shot',
      name: 'Length, rate and going to a frame …',
      group: 'Shot',
      keys: ['Shift+L'],
      do: d => {
        d.side = d.side === 'shot' ? null : 'shot'
      },
    },
    {
      id: 'side-tray',
      name: 'The tray: all drawings of the column …',
      group: 'Shot',
      keys: ['Shift+K'],
      can: d => !!d.column,
      do: d => {
        d.side = d.side === 'tray' ? null : 'tray'
      },
    },
    {
      id: 'side-poses',
      name: 'Spread the poses in time, or act them out …',
      group: 'Poses',
      keys: ['Shift+G'],
      can: d => !!d.column,
      do: d => {
        d.side = d.side === 'poses' ? null : 'poses'
      },
    },
    {
      id: 'fit',
      name: 'Make the shot as long as what is exposed',
      group: 'Shot',
      keys: ['f'],
      can: d => d.overhang > 0,
      do: d => d.run({ name: 'shot.set', args: { length: d.shot!.length + d.overhang } }),
    },
    {
      id: 'tool-pose',
      name: 'Pose the figure',
      group: 'Draw',
      keys: ['p'],
      do: d => {
        d.tool = 'pose'
      },
    },
    {
      id: 'tool-pencil',
      name: 'Pencil',
      group: 'Draw',
      keys: ['d'],
      do: d => {
        d.tool = 'pencil'
      },
    },
    {
      id: 'tool-rubber',
      name: 'Rubber',
      group: 'Draw',
      keys: ['u'],
      do: d => {
        d.tool = 'eraser'
      },
    },
    {
      id: 'tool-choose',
      name: 'Choose and move what is drawn',
      group: 'Draw',
      keys: ['Semicolon'],
      do: d => {
        d.tool = 'select'
      },
    },
    {
      id: 'tool-joints',
      name: 'Make a figure from joints',
      group: 'Draw',
      keys: [],
      can: d => !!d.column,
      do: d => {
        d.tool = 'joints'
      },
    },
    {
      id: 'swap-sides',
      name: 'Swap left and right of the figures on this drawing',
      group: 'Poses',
      keys: ['Alt+KeyS'],
      can: d => !!d.drawing && sidedHere(d).length > 0,
      do: d => d.run(...swapHere(d)),
    },
    {
      id: 'mirror-figures',
      name: 'Mirror the figures on this drawing where they stand',
      group: 'Poses',
      keys: ['Alt+KeyM'],
      can: d => !!d.drawing && mirrorHere(d).length > 0,
      do: d => d.run(...mirrorHere(d)),
    },
    {
      id: 'bring-in',
      name: 'Bring drawings in: PNG, JPEG, WebP or SVG …',
      group: 'Draw',
      keys: ['Alt+KeyI'],
      can: d => !!d.column,
      do: d => {
        d.bringing = []
      },
    },
    {
      id: 'side-parts',
      name: 'Figures and named parts of this column …',
      group: 'Draw',
      keys: ['Alt+KeyP'],
      can: d => !!d.column,
      do: d => {
        d.side = d.side === 'parts' ? null : 'parts'
      },
    },
    {
      id: 'side-reshape',
      name: 'Move, turn and scale drawings by numbers …',
      group: 'Draw',
      keys: [],
      can: d => !!d.drawing,
      do: d => {
        d.side = d.side === 'reshape' ? null : 'reshape'
      },
    },
    {
      id: 'tool-path',
      name: 'Follow points: arcs and travel',
      group: 'Draw',
      keys: ['Shift+P'],
      do: d => {
        d.tool = 'path'
      },
    },
    {
      id: 'tool-scale',
      name: 'Set the scale along something of known height',
      group: 'Draw',
      keys: [],
      do: d => {
        d.tool = 'scale'
      },
    },
    {
      id: 'arcs',
      name: 'Arcs on or off',
      group: 'Look',
      keys: ['i'],
      do: d => {
        d.arcs = !d.arcs
      },
    },
    {
      id: 'plot',
      name: 'Travel plot on or off',
      group: 'Look',
      keys: ['z'],
      do: d => {
        d.plot = !d.plot
      },
    },
    {
      id: 'pin',
      name: 'Pin a part to its place …',
      group: 'Poses',
      keys: ['Shift+I'],
      can: d => !!d.drawing,
      do: d => {
        d.pinPanel = true
      },
    },
    {
      id: 'undo',
      name: 'Undo',
      group: 'Shot',
      keys: ['$mod+KeyZ'],
      repeats: true,
      can: d => !!d.undoLabel,
      do: d => d.undo(),
    },
    {
      id: 'redo',
      name: 'Redo',
      group: 'Shot',
      keys: ['$mod+Shift+KeyZ', '$mod+KeyY'],
      repeats: true,
      can: d => !!d.redoLabel,
      do: d => d.redo(),
    },
    {
      id: 'hand-off',
      name: 'Hand off: images or the whole shot …',
      group: 'Shot',
      keys: ['Shift+H'],
      do: doors.handOff,
    },
    { id: 'theme', name: 'Day or night colours', group: 'Shot', keys: [], do: doors.theme },
    { id: 'search', name: 'Find a command by name …', group: 'Shot', keys: ['Slash'], do: doors.search },
    { id: 'shortcuts', name: 'All shortcuts', group: 'Shot', keys: ['Shift+Slash', '?'], do: doors.shortcuts },
  ]
}

const CAPS: Record<string, string> = {
  ArrowDown: '↓',
  ArrowUp: '↑',
  ArrowLeft: '←',
  ArrowRight: '→',
  BracketLeft: '[',
  BracketRight: ']',
  Equal: '+',
  Minus: '−',
  Slash: '/',
  Comma: ',',
  Period: '.',
  Control: 'Ctrl',
  $mod: 'Ctrl',
  Backquote: '`',
  Semicolon: ';',
  Delete: 'Del',
  Backspace: '⌫',
  PageDown: 'PgDn',
  PageUp: 'PgUp',
}

/** A key as it is written on its cap: "Ctrl Shift Z". The question mark is one key to the reader. */
export function keyCaps(keys: string): string[] {
  if (keys === 'Shift+Slash') return ['?']
  return keys.split('+').map(k => CAPS[k] ?? k.replace(/^(Key|Digit)/, '').replace(/^[a-z]$/, c => c.toUpperCase()))
}
