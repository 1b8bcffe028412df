import { usePointed } from '~/desk/pointed'
import { tell } from '~/ui/messages'
import { refOf } from '#core/commands'
import type { Action } from '~/desk/action'
import { hasExposure } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { planAndColumn } from '~/desk/drafts'
import { back, blank, holdTo, putIn, reverse, snapToStep, spreadEvenly, takeOut } from './arrange'
import { useSide } from '~/ui/side'
import type { RepeatHow } from './repeats'
import { bracketHere, repeatOver, repeatWords, withoutRepeat } from './repeats'
import { clipActions } from './actions-clip'
import { canBeOwn, makeOwn } from './own-drawing'
import { useSheet } from './sheet'
import type { Draft } from '#core/commands'
import { longer } from './more-frames'
import { landingWords } from './range'
import { STEP_NAMES, tryOver, tryRange } from './trying'

function moreFrames(d: Desk, delta: 1 | -1): void {
  const { drafts, selection } = longer(d.scene!, d.focus!, delta)
  if (drafts.length && d.run(...drafts)) d.selection = selection
}

/** Twice over the selected frames; in a repeat once more. */
function moreTimes(d: Desk): RepeatHow {
  const now = bracketHere(d.scene!, d.focus!)?.repeat
  return { times: now?.times ? now.times + 1 : 2, back: now?.back ?? false }
}

const stepActions = (step: number): Action[] => [
  {
    id: `push-${step}`,
    name: STEP_NAMES[step]!,
    hint: 'keep drawings: the length changes',
    group: 'Exposure',
    keys: [`Digit${step}`],
    can: hasExposure,
    do: (_d, tried) => tryRange({ kind: 'expose', step, by: 'push' }, tried),
  },
  {
    id: `thin-${step}`,
    name: `${STEP_NAMES[step]}, keep length`,
    hint: 'fewer drawings',
    group: 'Exposure',
    keys: [`Shift+Digit${step}`],
    can: hasExposure,
    do: (_d, tried) => tryRange({ kind: 'expose', step, by: 'thin' }, tried),
  },
]

function runHere(d: Desk, name: string, drafts: readonly Draft[]): void {
  if (drafts.length) d.run(...drafts)
  else tell(`${name}: nothing is exposed from here on, so there is nothing to move.`)
}

/** What can be done with the selected exposures. */
export const exposureActions: readonly Action[] = [
  ...[1, 2, 3, 4, 5, 6, 7, 8].flatMap(stepActions),
  {
    id: 'hold',
    name: 'Hold',
    hint: 'the first drawing over the selected frames',
    group: 'Exposure',
    keys: ['h'],
    can: hasExposure,
    do: (d, tried) => tryRange({ kind: 'hold' }, tried),
  },
  {
    id: 'clear',
    name: 'Blank',
    hint: 'the selected frames, or the one under the playhead; the drawings stay in the tray',
    group: 'Exposure',
    keys: ['Backspace', 'Delete'],
    when: (_d, key) => key !== 'Delete' || usePointed().at === 'sheet',
    can: hasExposure,
    // One frame that was pointed at is blanked at once; more is shown first.
    do: (d, tried) => {
      if (d.selection) tryRange({ kind: 'clear' }, tried)
      else d.run(...blank(d.scene!, d.focus!))
    },
  },
  {
    id: 'hold-next',
    name: 'Hold to the next pose',
    group: 'Exposure',
    keys: ['Alt+KeyH'],
    can: hasExposure,
    do: (d, tried) => tryOver('Hold to the next pose', holdTo(d.scene!, d.focus!, 'next'), tried),
  },
  {
    id: 'hold-end',
    name: 'Hold to the end',
    hint: 'of the shot',
    group: 'Exposure',
    keys: [],
    can: hasExposure,
    do: (d, tried) => tryOver('Hold to the end', holdTo(d.scene!, d.focus!, 'end'), tried),
  },
  {
    id: 'reverse',
    name: 'Reverse',
    group: 'Exposure',
    keys: [],
    can: hasExposure,
    do: (d, tried) => tryOver('Reverse', reverse(d.scene!, d.focus!), tried),
  },
  {
    id: 'reverse-copies',
    name: 'Reverse with copies',
    hint: 'to be altered',
    group: 'Exposure',
    keys: [],
    can: hasExposure,
    do: (d, tried) => tryOver('Reverse with copies', reverse(d.scene!, d.focus!, { copies: true }), tried),
  },
  {
    id: 'back',
    name: 'There and back',
    hint: 'the ends once',
    group: 'Exposure',
    keys: [],
    can: hasExposure,
    do: (d, tried) => tryOver('There and back', back(d.scene!, d.focus!), tried),
  },
  {
    id: 'back-copies',
    name: 'There and back with copies',
    hint: 'to be altered',
    group: 'Exposure',
    keys: [],
    can: hasExposure,
    do: (d, tried) => tryOver('There and back with copies', back(d.scene!, d.focus!, { copies: true }), tried),
  },
  {
    id: 'spread',
    name: 'Spread evenly',
    hint: 'over the selected frames',
    group: 'Exposure',
    keys: [],
    can: hasExposure,
    do: (d, tried) => tryOver('Spread evenly', spreadEvenly(d.scene!, d.focus!), tried),
  },
  {
    id: 'snap',
    name: 'Poses to the step',
    hint: 'to frames that the step allows',
    group: 'Exposure',
    keys: [],
    can: hasExposure,
    do: (d, tried) => {
      const { drafts, moved } = snapToStep(d.scene!, d.focus!)
      if (!drafts.length) tell('Every pose is on its step.')
      else tryOver(`Poses to the step (${moved.slice(0, 4).join(', ')}${moved.length > 4 ? ' …' : ''})`, drafts, tried)
    },
  },
  {
    id: 'repeat',
    name: 'Repeat bracket',
    hint: 'the selected frames twice; in a repeat once more',
    group: 'Exposure',
    keys: ['Shift+B'],
    can: hasExposure,
    do: d => d.run(...repeatOver(d.scene!, d.focus!, moreTimes(d))),
  },
  {
    id: 'repeat-end',
    name: 'Repeat bracket to the end',
    hint: 'of the shot',
    group: 'Exposure',
    keys: ['Alt+KeyB'],
    can: hasExposure,
    do: d =>
      d.run(
        ...repeatOver(d.scene!, d.focus!, { times: null, back: bracketHere(d.scene!, d.focus!)?.repeat.back ?? false }),
      ),
  },
  {
    id: 'repeat-back',
    name: 'Repeat bracket there and back',
    hint: 'or forward only',
    group: 'Exposure',
    keys: [],
    can: d => !!bracketHere(d.scene!, d.focus!),
    why: 'there is no repeat here.',
    do: d => {
      const { times, back } = bracketHere(d.scene!, d.focus!)!.repeat
      d.run(...repeatOver(d.scene!, d.focus!, { times: back && times === 1 ? 2 : times, back: !back }))
    },
  },
  {
    id: 'repeat-write',
    name: 'Repeat into plain exposures',
    group: 'Exposure',
    keys: ['Shift+X'],
    can: d => !!bracketHere(d.scene!, d.focus!),
    why: 'there is no repeat here.',
    do: d => {
      const words = repeatWords(bracketHere(d.scene!, d.focus!)!.repeat)
      if (d.run(...withoutRepeat(d.scene!, d.focus!, 'write'))) tell(`The repeat (${words}) is plain exposures now.`)
    },
  },
  {
    id: 'repeat-remove',
    name: 'Delete repeat',
    group: 'Exposure',
    keys: [],
    can: d => !!bracketHere(d.scene!, d.focus!),
    why: 'there is no repeat here.',
    do: d => d.run(...withoutRepeat(d.scene!, d.focus!, 'remove')),
  },
  {
    id: 'give',
    name: 'Reduce to nothing',
    hint: 'the exposure before takes its frames, the drawing stays in the tray',
    group: 'Exposure',
    keys: ['Shift+Backspace'],
    can: hasExposure,
    do: (d, tried) =>
      tryOver(
        'Reduced to nothing',
        [{ name: 'run.give', args: { ...planAndColumn(d.scene!, d.focus!), run: refOf(d.place!), to: 'before' } }],
        tried,
      ),
  },
  {
    id: 'note',
    name: 'Action note …',
    hint: 'written here',
    group: 'Exposure',
    keys: ['Shift+M'],
    do: d => {
      useSheet().notes = true
      useSheet().noting = { frame: d.frame, frames: 1 }
    },
  },
  {
    id: 'fold-notes',
    after: 'fold-rail',
    name: 'Action notes',
    hint: 'shown or folded away',
    group: 'Look',
    keys: ['Alt+KeyN'],
    on: () => useSheet().notes,
    do: () => {
      useSheet().notes = !useSheet().notes
    },
  },
  {
    id: 'put-in',
    name: 'Insert frame',
    hint: 'here; what follows moves',
    group: 'Exposure',
    keys: ['Insert'],
    repeats: true,
    can: hasExposure,
    do: d => runHere(d, 'Insert frame', putIn(d.scene!, d.focus!, 1, 'selected')),
  },
  {
    id: 'put-in-all',
    name: 'Insert frame in all columns',
    group: 'Exposure',
    keys: ['Alt+Insert'],
    can: hasExposure,
    do: d => runHere(d, 'Insert frame', putIn(d.scene!, d.focus!, 1, 'all')),
  },
  {
    id: 'take-out',
    name: 'Delete frames',
    hint: 'the selected ones, or the one under the playhead; what follows moves up',
    group: 'Exposure',
    keys: ['Shift+Delete'],
    can: hasExposure,
    // Frames that were pointed at one by one go at once; more is shown first.
    do: (d, tried) => {
      const drafts = takeOut(d.scene!, d.focus!, 'selected')
      const [s, single] = [d.selection, d.selection?.passages?.every(p => p.first === p.last)]
      if ((!s || single) && drafts.length) {
        const words = landingWords(d.scene!, d.focus!)
        if (d.run(...drafts)) d.tellDone(`Taken out: ${words}.`)
        d.selection = null
      } else tryOver('Take frames out', drafts, tried)
    },
  },
  {
    id: 'take-out-all',
    name: 'Delete frames in all columns',
    group: 'Exposure',
    keys: ['Alt+Delete'],
    can: hasExposure,
    do: (d, tried) => tryOver('Take frames out of all columns', takeOut(d.scene!, d.focus!, 'all'), tried),
  },
  ...clipActions,
  {
    id: 'own-drawing',
    name: 'Make this exposure its own drawing',
    hint: 'a copy, where the drawing is exposed elsewhere, too',
    group: 'Exposure',
    keys: ['Shift+Z'],
    can: d => !!d.scene && canBeOwn(d.scene, d.focus!),
    why: 'the drawing is exposed nowhere else, or stands in a repeat.',
    do: makeOwn,
  },
  {
    id: 'type',
    name: 'Expose by number …',
    hint: 'a drawing, from here on',
    group: 'Exposure',
    keys: ['Shift+Enter'],
    can: d => !!d.column,
    do: () => {
      useSheet().typing = true
    },
  },
  {
    id: 'more',
    name: 'More for these frames …',
    group: 'Exposure',
    keys: ['Shift+O'],
    can: hasExposure,
    do: () => {
      useSide().toggle('frames')
    },
  },
  {
    id: 'frame-more',
    name: 'One frame more',
    hint: 'of the selected exposures, or of this drawing',
    group: 'Exposure',
    keys: ['Equal', 'Shift+Equal', 'NumpadAdd'],
    repeats: true,
    can: hasExposure,
    do: d => moreFrames(d, 1),
  },
  {
    id: 'frame-less',
    name: 'One frame less',
    hint: 'of the selected exposures, or of this drawing',
    group: 'Exposure',
    keys: ['Minus', 'NumpadSubtract'],
    repeats: true,
    can: d => !!d.scene && longer(d.scene, d.focus!, -1).drafts.length > 0,
    why: 'each of them lasts one frame, and an exposure keeps one.',
    do: d => moreFrames(d, -1),
  },
  {
    id: 'take',
    name: 'Do what is shown',
    hint: 'what is tried out',
    group: 'Exposure',
    keys: ['Enter'],
    do: (d, tried) => {
      if (tried) d.run(...tried.drafts)
    },
  },
]
