import { expect, it } from 'vitest'
import { person } from '../figure'
import type { Shot } from '../document'
import type { ArgsOf, CommandName } from '../commands'
import { applyCommand } from '../commands'
import {
  chartArgs as chart,
  cutArgs as cut,
  cmd,
  COLUMN,
  PLAN,
  planned,
  runOn,
  STACK,
  where,
} from './fixture.test-helper'

const named = <N extends CommandName>(s: Shot, name: N, args: ArgsOf<N>) => {
  const out = applyCommand(s, cmd(name, args))
  return out.ok ? out.label : out.refusal.message
}
const shot = planned()
const spot = (n: string, offset = 0) => ({ ...runOn(shot, n), offset })
const long = 'a note that is longer than forty characters are'
const range = { ...where, first: spot('1'), last: spot('1', 3), frames: 4 }
const note = (text: string) => ({ plan: PLAN, note: { id: 'n', frame: 1, frames: 1, text } })
const wedge = {
  ...where,
  chart: 'c1-13',
  from: runOn(shot, '1'),
  to: runOn(shot, '13'),
  drawing: { id: 'w', number: '3' },
  step: 2,
}
const cases: { [N in CommandName]: [N, ArgsOf<N>, string] }[CommandName][] = [
  ['note.set', note('short'), 'Note “short”'],
  ['note.set', note(long.slice(0, 40)), `Note “${long.slice(0, 40)}”`],
  ['note.set', note(long), `Note “${long.slice(0, 40)}…”`],
  ['chart.wedge', { ...wedge, side: 'first' }, 'Wedge 3 in, slow out of the first'],
  ['chart.wedge', { ...wedge, side: 'second' }, 'Wedge 3 in, slow into the second'],
  ['chart.lead', { ...chart, part: 'keeper/spine', share: 0.1 }, 'spine leads'],
  ['chart.lead', { ...chart, part: 'keeper/spine', share: -0.1 }, 'spine drags'],
  ['chart.lead', { ...chart, part: 'keeper/spine', share: 0 }, 'spine neither leads nor drags'],
  ['chart.change', { ...chart, subject: 'keeper', drawing: 'd9' }, 'Set where a subject changes over'],
  ['chart.change', { ...chart, subject: 'keeper', drawing: null }, 'Change over across the widest gap'],
  ['chart.ticks', { plan: PLAN, charts: [{ chart: 'c1-13', places: [0.1, 0.2, 0.3] }] }, 'Space by hand'],
  [
    'chart.ticks',
    {
      plan: PLAN,
      charts: [
        { chart: 'c1-13', places: [0.1, 0.2, 0.3] },
        { chart: 'c13-25', places: [0.1, 0.2, 0.3, 0.4] },
      ],
    },
    'Space 2 charts by hand',
  ],
  ['chart.cut', { ...cut, drawing: 'd9', second: 'x' }, 'Cut the span at 9'],
  ['chart.tick', { ...chart, drawing: 'd9', u: 0.5 }, 'Move 9 in its span'],
  ['chart.space', { ...chart, recipe: { family: 'free' }, places: [0.1, 0.2, 0.3] }, 'Space by hand'],
  ['chart.space', { ...chart, recipe: { family: 'even' }, places: [0.1, 0.2, 0.3] }, 'Space by even'],
  ['chart.path', { ...chart, path: 'arc' }, 'Move on an arc'],
  ['chart.path', { ...chart, path: 'straight' }, 'Move in a straight line'],
  ['run.push', { ...where, run: runOn(shot, '1'), delta: 1 }, 'Hold 1 frame more'],
  ['run.push', { ...where, run: runOn(shot, '1'), delta: -2 }, 'Show 2 frames less'],
  ['run.shift', { ...where, run: runOn(shot, '7'), delta: 1 }, 'Move a drawing 1 frame later'],
  ['run.shift', { ...where, run: runOn(shot, '7'), delta: -1 }, 'Move a drawing 1 frame earlier'],
  ['run.trade', { ...where, run: runOn(shot, '1'), delta: -1 }, 'Trade 1 frame with the next drawing'],
  ['pose.move', { ...where, run: runOn(shot, '13'), delta: 1 }, 'Move a pose 1 frame later'],
  ['pose.move', { ...where, run: runOn(shot, '13'), delta: -1 }, 'Move a pose 1 frame earlier'],
  [
    'pose.move',
    { ...where, run: runOn(shot, '13'), delta: 1, push: true },
    'Stretch the passage before a pose by 1 frame later',
  ],
  ['range.repeat', { ...range, how: { times: 3 } }, 'Repeat 3 times'],
  ['range.repeat', { ...range, how: { until: 30 } }, 'Repeat until frame 30'],
  ['range.expose', { ...range, step: 2, by: 'push' }, 'Twos, keep drawings'],
  ['range.expose', { ...range, last: spot('9', 1), frames: 10, step: 4, by: 'thin' }, 'Fours, keep length'],
  ['range.expose', { ...range, step: 9, by: 'push' }, 'On a step of 9, keep drawings'],
  [
    'repeat.set',
    { ...where, repeat: { id: 'r', first: runOn(shot, '1'), last: runOn(shot, '9'), times: null, back: false } },
    'Repeat to the end of the shot',
  ],
  [
    'repeat.set',
    { ...where, repeat: { id: 'r', first: runOn(shot, '1'), last: runOn(shot, '9'), times: 2, back: true } },
    'Repeat 2 times, there and back',
  ],
  ['drawing.set', { stack: STACK, drawing: 'd1', strength: 0.25 }, 'Show 1 at 25 %'],
  ['drawing.set', { stack: STACK, drawing: 'd1', number: '2' }, 'Number 1 as 2'],
  ['drawing.set', { stack: STACK, drawing: 'd1', role: 'extreme' }, 'Make 1 an extreme'],
  ['drawing.set', { stack: STACK, drawing: 'd1', role: 'breakdown' }, 'Make 1 a breakdown'],
  ['shot.set', { name: 'Other' }, 'Rename the shot'],
  ['shot.set', { length: 30 }, 'Make the shot 30 frames long'],
  ['shot.set', { paper: '#ffffff' }, 'Change the paper'],
  ['shot.set', { room: 0.5 }, 'Room around the picture: 50 %'],
  ['shot.set', { onHeld: 'copy' }, 'On held frames the pen begins a copy'],
  ['shot.set', { newEvery: 8 }, 'New poses every 8 frames'],
  ['shot.set', { newEvery: null }, 'New poses at the playhead'],
  ['column.set', { ...where, step: 3 }, 'New drawings of A on a step of 3'],
  ['column.set', { ...where, locked: true }, 'Lock A'],
  ['column.set', { ...where, locked: false }, 'Unlock A'],
  ['column.set', { ...where, drawingsLocked: true }, 'Lock the drawings of A'],
  ['column.set', { ...where, adds: 'in-between' }, 'New drawings of A are in-betweens'],
  ['column.set', { ...where, hidden: true }, 'Hide A'],
  ['column.set', { ...where, hidden: false }, 'Show A'],
  ['column.set', { ...where, reference: true }, 'Make A a reference column'],
  ['column.set', { ...where, reference: false }, 'Export A again'],
  ['column.set', { ...where, strength: 0.5 }, 'Show A at 50 %'],
  ['column.set', { ...where, name: 'B' }, 'Rename A'],
  ['column.set', { ...where, ink: '#222222' }, 'Change A'],
  ['columns.link', { plan: PLAN, columns: [COLUMN], link: 'g' }, 'Link 1 columns'],
  ['columns.link', { plan: PLAN, columns: [COLUMN], link: null }, 'Unlink columns'],
  ['shot.rate', { rate: { num: 12, den: 1 }, length: 48 }, '12 frames a second, the frame numbers kept'],
  ['shot.rate', { rate: { num: 12, den: 1 }, length: 48, lengths: {} }, '12 frames a second, the seconds kept'],
  ['drawing.fix', { ...chart, drawing: 'd9', fixed: null }, 'Make 9 a plain in-between again'],
  ['drawing.fix', { ...chart, drawing: 'd9', fixed: {} }, 'Break down some parts on 9'],
  ['drawing.fix', { ...chart, drawing: 'd9', fixed: { keeper: { angles: { head: 1 } } } }, 'Pose parts of 9'],
  ['shot.scale', { scale: null }, 'Delete the scale'],
  ['subject.set', { stack: STACK, subject: 'keeper', name: 'Hand' }, 'Call it Hand'],
  [
    'subject.set',
    { stack: STACK, subject: 'keeper', figure: person },
    'Change the proportions of Keeper in all drawings',
  ],
  ['frame.expose', { ...where, at: spot('1'), frame: 1, drawing: null }, 'A blank here'],
  ['frame.expose', { ...where, at: spot('1'), frame: 1, drawing: 'd9' }, 'Expose 9 here'],
  ['range.reverse', { ...range, last: spot('9', 1), frames: 10 }, 'Reverse'],
  ['range.reverse', { ...range, last: spot('9', 1), frames: 10, copies: {} }, 'Reverse with copies'],
]
it.each(cases)('%s %j: %s', (name, args, words) => expect(named(shot, name, args)).toBe(words))
