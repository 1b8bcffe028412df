import type { Example } from './kit'
import { GIF, PLAN, spot, WAV } from './kit'

const lamp = { plan: PLAN, column: 'lamp' }
const shown = { drawing: 'glow', frames: 4 }
/** Exposures anew, named after the command that sets them: 1 to 4, 5 to 8 (blank), 9 to 12. */
const anew = (id: string): Example => ({
  id,
  name: 'column.expose',
  args: { ...lamp, exposures: [shown, { drawing: null, frames: 4 }, shown] },
})
/** The frames from the second of the first exposure to the second of the last. */
const range = (id: string) => ({ ...lamp, first: spot(`${id}.0`, 1, 1), last: spot(`${id}.2`, 9, 1), frames: 9 })
/** Each is done to exposures of their own. */
const alone = (id: string, example: Example): Example[] => [anew(id), example]

/** Sounds of a word, each up to a sample: "OW1 9000 V 12000". */
const read = (text: string) =>
  [...text.matchAll(/([A-Z]+)([012])? (\d+)/g)].map(([, sound, stress, to]) => ({
    sound: sound!,
    to: Number(to),
    ...(stress ? { stress: Number(stress) as 0 | 1 | 2 } : {}),
  }))

/** Exposures in time: pushed, traded, thinned, copied, repeated. */
export const timed: readonly Example[] = [
  ...alone('a-push-01', { name: 'run.push', args: { ...lamp, run: { run: 'a-push-01.0', at: 1 }, delta: 2 } }),
  ...alone('a-trade-1', { name: 'run.trade', args: { ...lamp, run: { run: 'a-trade-1.0', at: 1 }, delta: 1 } }),
  ...alone('a-shift-1', { name: 'run.shift', args: { ...lamp, run: { run: 'a-shift-1.1', at: 5 }, delta: 1 } }),
  ...alone('a-shift-2', {
    name: 'runs.shift',
    args: { ...lamp, first: { run: 'a-shift-2.1', at: 5 }, last: { run: 'a-shift-2.1', at: 5 }, delta: 1 },
  }),
  ...alone('a-give-01', { name: 'run.give', args: { ...lamp, run: { run: 'a-give-01.1', at: 5 }, to: 'before' } }),
  ...alone('a-show-01', {
    name: 'run.expose',
    args: { ...lamp, drawing: 'glow', at: spot('a-show-01.1', 5), frames: 2 },
  }),
  ...alone('a-move-01', { name: 'pose.move', args: { ...lamp, run: { run: 'a-move-01.2', at: 9 }, delta: 2 } }),
  ...alone('a-twos-01', { name: 'range.expose', args: { ...range('a-twos-01'), step: 2, by: 'push' } }),
  ...alone('a-hold-01', { name: 'range.hold', args: range('a-hold-01') }),
  ...alone('a-clear-1', { name: 'range.clear', args: range('a-clear-1') }),
  ...alone('a-again-1', { name: 'range.repeat', args: { ...range('a-again-1'), how: { times: 2 } } }),
  ...alone('a-turn-01', { name: 'range.reverse', args: range('a-turn-01') }),
  ...alone('a-back-01', { name: 'range.back', args: range('a-back-01') }),
  ...alone('a-wide-01', { name: 'range.spread', args: { ...range('a-wide-01'), step: 3 } }),
  {
    name: 'drawing.add',
    args: {
      stack: 'lamp-stack',
      drawing: { id: 'dim', number: '2', role: 'key', content: { poses: {}, strokes: [] } },
    },
  },
  ...alone('a-swap-01', {
    name: 'range.replace',
    args: { ...range('a-swap-01'), from: 'glow', to: 'dim', everywhere: false },
  }),
  ...alone('a-paste-1', {
    name: 'range.paste',
    args: { ...lamp, at: spot('a-paste-1.1', 5), frame: 5, exposures: [{ drawing: 'dim', frames: 2 }], by: 'over' },
  }),
  ...alone('a-take-01', {
    name: 'range.move',
    args: {
      plan: PLAN,
      by: 'push',
      moves: [{ ...range('a-take-01'), to: { column: 'lamp', at: spot('a-take-01.0', 1), frame: 1 } }],
    },
  }),
  ...alone('a-order-1', { name: 'poses.order', args: { ...lamp, order: ['a-order-1.2', 'a-order-1.0'] } }),
  ...alone('a-here-01', {
    name: 'frame.expose',
    args: { ...lamp, at: spot('a-here-01.1', 5, 1), frame: 6, drawing: 'dim' },
  }),
  ...alone('a-more-01', { name: 'frames.insert', args: { ...lamp, at: spot('a-more-01.1', 5), count: 3 } }),
  ...alone('a-less-01', { name: 'frames.delete', args: range('a-less-01') }),
  ...alone('a-start-1', { name: 'runs.start', args: { ...lamp, starts: { 'a-start-1.2': 11 } } }),
  ...alone('a-round-1', {
    name: 'repeat.set',
    args: {
      ...lamp,
      repeat: {
        id: 'blink',
        times: 3,
        back: false,
        first: { run: 'a-round-1.0', at: 1 },
        last: { run: 'a-round-1.2', at: 9 },
      },
    },
  }),
  { name: 'repeat.remove', args: { ...lamp, repeat: 'blink' } },
  ...alone('a-write-1', {
    name: 'repeat.set',
    args: {
      ...lamp,
      repeat: {
        id: 'blink',
        times: 2,
        back: true,
        first: { run: 'a-write-1.0', at: 1 },
        last: { run: 'a-write-1.2', at: 9 },
      },
    },
  }),
  { name: 'repeat.write', args: { ...lamp, repeat: 'blink' } },
  { name: 'note.set', args: { plan: PLAN, note: { id: 'note-1', frame: 5, frames: 4, text: 'the lamp is lit' } } },
  { name: 'notes.shift', args: { plan: PLAN, from: 1, delta: 2 } },
  { name: 'note.remove', args: { plan: PLAN, note: 'note-1' } },
  {
    name: 'footage.set',
    args: {
      ...lamp,
      footage: {
        file: GIF,
        width: 320,
        height: 180,
        name: 'acted.gif',
        seconds: 2,
        from: 1,
        inPoint: 0,
        speed: 1,
        at: [6, 0, 0, 6, 960, 540],
      },
    },
  },
  { name: 'footage.mark', args: { ...lamp, file: GIF, put: [0.5, 1.25], taken: [] } },
  {
    name: 'sound.add',
    args: {
      plan: PLAN,
      sound: { id: 'sound-1', file: WAV, name: 'call.wav', samples: 8, frame: 5, offset: 0, from: 0, to: 8, gain: 0 },
    },
  },
  { name: 'sound.set', args: { plan: PLAN, sound: 'sound-1', set: { frame: 9, offset: 120, gain: -3 } } },
  { name: 'sound.beats', args: { plan: PLAN, sound: 'sound-1', file: WAV, put: [2, 6], taken: [] } },
  {
    name: 'line.put',
    args: {
      plan: PLAN,
      line: {
        id: 'line-1',
        text: 'Over here',
        speaker: 'Marrow',
        words: [
          { id: 'word-1', text: 'Over', from: 4000, to: 16_000, sounds: read('OW1 9000 V 12000 ER0 16000') },
          { id: 'word-2', text: 'here', from: 16_000, to: 30_000, sounds: read('HH 18000 IY1 26000 R 30000') },
        ],
      },
    },
  },
  { name: 'line.set', args: { plan: PLAN, line: 'line-1', set: { speaker: 'The keeper' } } },
  {
    name: 'line.words',
    args: {
      plan: PLAN,
      line: 'line-1',
      old: ['word-2'],
      words: [{ id: 'word-2', text: 'here', from: 18_000, to: 30_000, sounds: [], stressed: true }],
    },
  },
  {
    name: 'mouths.set',
    args: {
      ...lamp,
      mouths: {
        mouths: [
          { id: 'mouth-1', name: 'shut', shape: 'shut', drawing: 'dim' },
          { id: 'mouth-2', name: 'open', shape: 'open', drawing: 'glow' },
        ],
        sounds: { V: 'mouth-2' },
      },
    },
  },
  {
    name: 'mouths.expose',
    args: {
      ...lamp,
      spoken: {
        speaker: 'The keeper',
        settings: {
          lead: { plain: 2 / 24, broad: 8 / 24 },
          anticipation: { seconds: 0.75, how: 'breath' },
          ...{ shown: 'stresses', least: 2, step: 1, pause: 8 },
        },
        ...{ by: 'reading', follows: true, whole: false, first: 1, last: 24 },
        drawings: ['dim', 'glow'],
        put: [
          [1, 3, 0],
          [4, 12, 1],
          [16, 9, 0],
        ],
      },
    },
  },
  { name: 'mouths.release', args: lamp },
  { name: 'line.remove', args: { plan: PLAN, line: 'line-1' } },
  { name: 'sound.remove', args: { plan: PLAN, sound: 'sound-1' } },
]
