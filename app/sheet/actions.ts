import { toast } from 'vue-sonner'
import type { Desk } from '~/desk/desk'
import type { Action, Doors } from '~/desk/action'
import { hasExposure } from '~/desk/action'
import {
  back,
  carried,
  carry,
  selectAt,
  copyRange,
  cutRange,
  everyExposure,
  holdTo,
  paste,
  putIn,
  reverse,
  snapToStep,
  spreadEvenly,
  takeOut,
} from './arrange'
import { bracketHere, repeatOver, repeatWords, withoutRepeat } from './repeats'
import { refOf } from '#core/commands'
import { STEP_NAMES, tryOver, tryRange } from './trying'
import { planAndColumn } from '~/desk/wishes'

function extend(d: Desk, by: number): void {
  const column = d.column
  if (!column) return
  const now = d.selection ?? { column: column.id, columns: [column.id], first: d.frame, last: d.frame }
  const anchor = d.frame === now.first ? now.last : now.first
  d.goTo(d.frame + by)
  d.selection = {
    column: now.column,
    columns: now.columns,
    first: Math.min(anchor, d.frame),
    last: Math.max(anchor, d.frame),
  }
}

/** The selected columns reach one further. */
function widen(d: Desk, by: 1 | -1): void {
  const now = d.selection ?? { column: d.column!.id, columns: [d.column!.id], first: d.frame, last: d.frame }
  const ids = d.columns.map(c => c.id)
  const from = ids.indexOf(now.column)
  const other = now.columns[0] === now.column ? ids.indexOf(now.columns.at(-1)!) : ids.indexOf(now.columns[0]!)
  const to = Math.max(0, Math.min(ids.length - 1, other + by))
  d.selection = {
    column: now.column,
    columns: ids.slice(Math.min(from, to), Math.max(from, to) + 1),
    first: now.first,
    last: now.last,
  }
}

function moreFrames(d: Desk, delta: number): void {
  if (d.place) d.run({ name: 'run.push', args: { ...planAndColumn(d), run: refOf(d.place), delta } })
}

function doCarry(d: Desk, frames: number, columns: number): void {
  const drafts = carry(d, frames, columns, 'over')
  if (!drafts.length) {
    toast('What is chosen cannot be taken there.')
    return
  }
  const to = carried(d, frames, columns)
  if (d.run(...drafts)) selectAt(d, to)
}

/** Twice over the selected frames; in a repeat once more. */
function moreTimes(d: Desk): { times: number | null; back: boolean } {
  const now = bracketHere(d)?.repeat
  return { times: now?.times ? now.times + 1 : 2, back: now?.back ?? false }
}

/** Selecting frames, and carrying what is selected. */
const choiceActions = (): Action[] => [
  {
    id: 'select-more',
    name: 'Choose one frame more',
    group: 'Exposure',
    keys: ['Shift+ArrowDown'],
    repeats: true,
    do: d => extend(d, 1),
  },
  {
    id: 'select-less',
    name: 'Choose one frame up',
    group: 'Exposure',
    keys: ['Shift+ArrowUp'],
    repeats: true,
    do: d => extend(d, -1),
  },
  {
    id: 'select-column',
    name: 'Choose the whole column',
    group: 'Exposure',
    keys: ['Shift+C'],
    can: hasExposure,
    do: d => {
      d.selection = { column: d.column!.id, columns: [d.column!.id], first: 1, last: d.column!.runs.frames }
    },
  },
  {
    id: 'select-drawing',
    name: 'Choose all exposures of this drawing',
    group: 'Exposure',
    keys: ['Shift+D'],
    can: d => !!d.drawing,
    do: d => {
      d.selection = everyExposure(d, d.drawing!.id)
    },
  },
  {
    id: 'carry-later',
    name: 'Take the chosen frames one frame later',
    group: 'Exposure',
    keys: ['Alt+Shift+ArrowDown'],
    repeats: true,
    can: hasExposure,
    do: d => doCarry(d, 1, 0),
  },
  {
    id: 'carry-earlier',
    name: 'Take the chosen frames one frame earlier',
    group: 'Exposure',
    keys: ['Alt+Shift+ArrowUp'],
    repeats: true,
    can: hasExposure,
    do: d => doCarry(d, -1, 0),
  },
  {
    id: 'carry-right',
    name: 'Take the chosen frames to the next column',
    group: 'Exposure',
    keys: ['Alt+Shift+ArrowRight'],
    can: hasExposure,
    do: d => doCarry(d, 0, 1),
  },
  {
    id: 'carry-left',
    name: 'Take the chosen frames to the column before',
    group: 'Exposure',
    keys: ['Alt+Shift+ArrowLeft'],
    can: hasExposure,
    do: d => doCarry(d, 0, -1),
  },
  {
    id: 'select-frame',
    name: 'Choose this frame in all columns',
    group: 'Exposure',
    keys: ['Shift+F'],
    can: d => !!d.column,
    do: d => {
      d.selection = { column: d.column!.id, columns: d.columns.map(c => c.id), first: d.frame, last: d.frame }
    },
  },
  {
    id: 'select-rest',
    name: 'Choose from here to the end',
    group: 'Exposure',
    keys: ['Shift+End'],
    can: hasExposure,
    do: d => {
      d.selection = {
        column: d.column!.id,
        columns: d.selection?.columns ?? [d.column!.id],
        first: d.frame,
        last: Math.max(d.frame, d.column!.runs.frames),
      }
    },
  },
  {
    id: 'select-wider',
    name: 'Choose the next column, too',
    group: 'Exposure',
    keys: ['Shift+ArrowRight'],
    can: d => !!d.column,
    do: d => widen(d, 1),
  },
  {
    id: 'select-narrower',
    name: 'Choose the column before, too',
    group: 'Exposure',
    keys: ['Shift+ArrowLeft'],
    can: d => !!d.column,
    do: d => widen(d, -1),
  },
]

/** What can be done with the exposures of the sheet: selecting them, and changing what is selected. */
export function sheetActions(doors: Doors): Action[] {
  const step = (n: number): Action[] => [
    {
      id: `push-${n}`,
      name: `${STEP_NAMES[n]} by push: every drawing kept, the length changes`,
      group: 'Exposure',
      keys: [`Digit${n}`],
      can: hasExposure,
      do: (d, tried) => tryRange(d, { kind: 'expose', step: n, by: 'push' }, tried),
    },
    {
      id: `thin-${n}`,
      name: `${STEP_NAMES[n]} by thinning: the length stays, fewer drawings`,
      group: 'Exposure',
      keys: [`Shift+Digit${n}`],
      can: hasExposure,
      do: (d, tried) => tryRange(d, { kind: 'expose', step: n, by: 'thin' }, tried),
    },
  ]
  return [
    ...choiceActions(),
    ...[1, 2, 3, 4, 5, 6, 7, 8].flatMap(step),
    {
      id: 'hold',
      name: 'Hold the first drawing over the chosen frames',
      group: 'Exposure',
      keys: ['h'],
      can: hasExposure,
      do: (d, tried) => tryRange(d, { kind: 'hold' }, tried),
    },
    {
      id: 'clear',
      name: 'Clear the chosen exposures to a blank',
      group: 'Exposure',
      keys: ['Backspace'],
      can: hasExposure,
      do: (d, tried) => tryRange(d, { kind: 'clear' }, tried),
    },
    {
      id: 'hold-next',
      name: 'Hold to the next pose',
      group: 'Exposure',
      keys: ['Alt+KeyH'],
      can: hasExposure,
      do: (d, tried) => tryOver(d, 'Hold to the next pose', holdTo(d, 'next'), tried),
    },
    {
      id: 'hold-end',
      name: 'Hold to the end of the shot',
      group: 'Exposure',
      keys: [],
      can: hasExposure,
      do: (d, tried) => tryOver(d, 'Hold to the end', holdTo(d, 'end'), tried),
    },
    {
      id: 'reverse',
      name: 'Reverse the chosen exposures',
      group: 'Exposure',
      keys: [],
      can: hasExposure,
      do: (d, tried) => tryOver(d, 'Reverse', reverse(d, false), tried),
    },
    {
      id: 'reverse-copies',
      name: 'Reverse the chosen exposures, with copies to alter',
      group: 'Exposure',
      keys: [],
      can: hasExposure,
      do: (d, tried) => tryOver(d, 'Reverse with copies', reverse(d, true), tried),
    },
    {
      id: 'back',
      name: 'There and back, the ends once',
      group: 'Exposure',
      keys: [],
      can: hasExposure,
      do: (d, tried) => tryOver(d, 'There and back', back(d, false), tried),
    },
    {
      id: 'back-copies',
      name: 'There and back, with copies to alter',
      group: 'Exposure',
      keys: [],
      can: hasExposure,
      do: (d, tried) => tryOver(d, 'There and back with copies', back(d, true), tried),
    },
    {
      id: 'spread',
      name: 'Spread the drawings evenly over the chosen frames',
      group: 'Exposure',
      keys: [],
      can: hasExposure,
      do: (d, tried) => tryOver(d, 'Spread evenly', spreadEvenly(d), tried),
    },
    {
      id: 'snap',
      name: 'Move poses to frames that the step allows',
      group: 'Exposure',
      keys: [],
      can: hasExposure,
      do: (d, tried) => {
        const { drafts, moved } = snapToStep(d)
        if (!drafts.length) toast('Every pose is on its step.')
        else
          tryOver(
            d,
            `Poses to the step (${moved.slice(0, 4).join(', ')}${moved.length > 4 ? ' …' : ''})`,
            drafts,
            tried,
          )
      },
    },
    {
      id: 'repeat',
      name: 'Repeat bracket: show the chosen frames twice; in a repeat once more',
      group: 'Exposure',
      keys: ['Shift+B'],
      can: hasExposure,
      do: d => d.run(...repeatOver(d, moreTimes(d))),
    },
    {
      id: 'repeat-end',
      name: 'Repeat bracket: the chosen frames again and again, to the end of the shot',
      group: 'Exposure',
      keys: ['Alt+KeyB'],
      can: hasExposure,
      do: d => d.run(...repeatOver(d, { times: null, back: bracketHere(d)?.repeat.back ?? false })),
    },
    {
      id: 'repeat-back',
      name: 'Repeat bracket: there and back, or forward only',
      group: 'Exposure',
      keys: [],
      can: d => !!bracketHere(d),
      do: d => {
        const { times, back } = bracketHere(d)!.repeat
        d.run(...repeatOver(d, { times: back && times === 1 ? 2 : times, back: !back }))
      },
    },
    {
      id: 'repeat-write',
      name: 'Turn the repeat here into plain exposures',
      group: 'Exposure',
      keys: ['Shift+X'],
      can: d => !!bracketHere(d),
      do: d => {
        const words = repeatWords(bracketHere(d)!.repeat)
        if (d.run(...withoutRepeat(d, 'write'))) toast(`The repeat (${words}) is plain exposures now.`)
      },
    },
    {
      id: 'repeat-remove',
      name: 'Take the repeat here away',
      group: 'Exposure',
      keys: [],
      can: d => !!bracketHere(d),
      do: d => d.run(...withoutRepeat(d, 'remove')),
    },
    {
      id: 'give',
      name: 'Reduce this exposure to nothing; the one before takes its frames, the drawing stays in the tray',
      group: 'Exposure',
      keys: ['Shift+Backspace'],
      can: hasExposure,
      do: (d, tried) =>
        tryOver(
          d,
          'Reduced to nothing',
          [{ name: 'run.give', args: { ...planAndColumn(d), run: refOf(d.place!), to: 'before' } }],
          tried,
        ),
    },
    { id: 'note', name: 'Write an action note here …', group: 'Exposure', keys: ['Shift+M'], do: doors.note },
    {
      id: 'notes',
      name: 'Action notes in the sheet on or off',
      group: 'Look',
      keys: [],
      do: d => {
        d.notes = !d.notes
      },
    },
    {
      id: 'put-in',
      name: 'Put one frame in here',
      group: 'Exposure',
      keys: ['Insert'],
      repeats: true,
      can: hasExposure,
      do: d => d.run(...putIn(d, 1, false)),
    },
    {
      id: 'put-in-all',
      name: 'Put one frame in here, in all columns',
      group: 'Exposure',
      keys: ['Alt+Insert'],
      can: hasExposure,
      do: d => d.run(...putIn(d, 1, true)),
    },
    {
      id: 'take-out',
      name: 'Take the chosen frames out; what follows moves up',
      group: 'Exposure',
      keys: ['Shift+Delete'],
      can: hasExposure,
      do: (d, tried) => tryOver(d, 'Take frames out', takeOut(d, false), tried),
    },
    {
      id: 'take-out-all',
      name: 'Take the chosen frames out in all columns',
      group: 'Exposure',
      keys: ['Alt+Delete'],
      can: hasExposure,
      do: (d, tried) => tryOver(d, 'Take frames out of all columns', takeOut(d, true), tried),
    },
    {
      id: 'copy',
      name: 'Copy the chosen exposures',
      group: 'Exposure',
      keys: ['$mod+KeyC'],
      can: hasExposure,
      do: d => {
        d.clip = copyRange(d)
        toast(
          `Copied ${d.clip.frames} frame${d.clip.frames === 1 ? '' : 's'} of ${d.clip.columns.length} column${d.clip.columns.length === 1 ? '' : 's'}.`,
        )
      },
    },
    {
      id: 'cut',
      name: 'Cut the chosen exposures; a blank stays',
      group: 'Exposure',
      keys: ['$mod+KeyX'],
      can: hasExposure,
      do: d => {
        d.clip = copyRange(d)
        d.run(...cutRange(d))
      },
    },
    {
      id: 'paste',
      name: 'Paste over what is exposed here',
      group: 'Exposure',
      keys: ['$mod+KeyV'],
      can: d => !!d.clip,
      do: d => d.run(...paste(d, d.clip!, 'over', false)),
    },
    {
      id: 'paste-push',
      name: 'Paste between; what follows moves',
      group: 'Exposure',
      keys: ['$mod+Alt+KeyV'],
      can: d => !!d.clip,
      do: d => d.run(...paste(d, d.clip!, 'push', false)),
    },
    {
      id: 'paste-copies',
      name: 'Paste between, as new copies of the drawings',
      group: 'Exposure',
      keys: [],
      can: d => !!d.clip,
      do: d => d.run(...paste(d, d.clip!, 'push', true)),
    },
    {
      id: 'type',
      name: 'Type the number of a drawing to expose from here on …',
      group: 'Exposure',
      keys: ['Shift+Enter'],
      can: d => !!d.column,
      do: doors.type,
    },
    {
      id: 'more',
      name: 'More to do with the chosen frames …',
      group: 'Exposure',
      keys: ['Shift+O'],
      can: hasExposure,
      do: doors.more,
    },
    {
      id: 'frame-more',
      name: 'One frame more of this drawing',
      group: 'Exposure',
      keys: ['Equal', 'Shift+Equal', 'NumpadAdd'],
      repeats: true,
      can: hasExposure,
      do: d => moreFrames(d, 1),
    },
    {
      id: 'frame-less',
      name: 'One frame less of this drawing',
      group: 'Exposure',
      keys: ['Minus', 'NumpadSubtract'],
      repeats: true,
      can: d => (d.place?.run.frames ?? 0) > 1,
      do: d => moreFrames(d, -1),
    },
    {
      id: 'take',
      name: 'Take what is shown',
      group: 'Exposure',
      keys: ['Enter'],
      do: (d, tried) => {
        if (tried) d.run(...tried.drafts)
      },
    },
  ]
}
