import type { Example } from './kit'
import { bent, blank, LOWER, PLAN, STACK, straight, UPPER, where } from './kit'

const chart = { plan: PLAN, chart: 'bend' }
const [one, two, six] = [
  { run: 'key-one-1.0', at: 1 },
  { run: 'key-two-1.0', at: 13 },
  { run: 'key-six-1.0', at: 25 },
]
const ends = { ...where, from: one, to: two }

/** Charts between poses, their spacing, and what follows them. */
export const charted: readonly Example[] = [
  {
    name: 'chart.fill',
    args: {
      ...{ ...ends, chart: 'bend', step: 2, recipe: { family: 'halves', slow: 'first' } },
      ticks: [
        { drawing: 't7', number: '7', u: 0.125 },
        { drawing: 't9', number: '9', u: 0.25 },
        { drawing: 't11', number: '11', u: 0.5 },
      ],
    },
  },
  {
    name: 'chart.fill',
    args: {
      ...{ ...where, from: two, to: six, chart: 'raise', step: 2, recipe: { family: 'even' } },
      ticks: [
        { drawing: 't19', number: '19', u: 0.3333 },
        { drawing: 't21', number: '21', u: 0.6667 },
      ],
    },
  },
  { name: 'chart.space', args: { ...chart, recipe: { family: 'halves', slow: 'both' }, places: [0.25, 0.5, 0.75] } },
  { name: 'chart.tick', args: { ...chart, drawing: 't9', u: 0.55 } },
  { name: 'chart.ticks', args: { plan: PLAN, charts: [{ chart: 'raise', places: [0.25, 0.75] }] } },
  { name: 'chart.path', args: { ...chart, path: 'straight' } },
  { name: 'chart.throw', args: { plan: PLAN, parts: [{ chart: 'bend', to: 'top', places: [0.44, 0.75, 0.94] }] } },
  { name: 'chart.lead', args: { ...chart, part: 'arm/limb-2', share: 0.2 } },
  { name: 'drawing.fix', args: { ...chart, drawing: 't9', fixed: { arm: { angles: { 'limb-2': 0.4 } } } } },
  { name: 'drawing.fix', args: { ...chart, drawing: 't9', fixed: null } },
  {
    name: 'chart.cut',
    args: {
      ...{ ...chart, drawing: 't9', second: 'bend-2', before: null, after: null, reached: 0.5 },
      ...{ content: { poses: { arm: { ...straight, angles: { 'limb-1': 0, 'limb-2': 0.3 } } }, strokes: [] } },
      ...{ change: { first: {}, second: {} } },
    },
  },
  { name: 'chart.join', args: { plan: PLAN, first: 'bend', second: 'bend-2', at: 0.5 } },
  {
    name: 'chart.wedge',
    args: { ...ends, chart: 'bend', side: 'second', drawing: { id: 't12', number: '12' }, step: 2 },
  },
  { name: 'chart.unwedge', args: { ...ends, chart: 'bend', side: 'second' } },
  { name: 'chart.change', args: { ...chart, subject: 'arm', drawing: 't9' } },
  { name: 'stroke.add', args: { stack: STACK, drawing: 'one', strokes: [{ id: 'line-a', hash: UPPER }] } },
  { name: 'stroke.add', args: { stack: STACK, drawing: 'two', strokes: [{ id: 'line-b', hash: LOWER }] } },
  { name: 'chart.tie', args: { ...chart, ties: [{ from: 'line-a', to: 'line-b' }] } },
  { name: 'chart.untie', args: { ...chart, ties: [{ from: 'line-a', to: 'line-b' }] } },
  { name: 'drawing.pose', args: { stack: STACK, drawing: 't7', poses: { arm: bent }, fix: blank } },
  { name: 'drawing.release', args: { ...chart, drawing: 't7' } },
  {
    name: 'pin.set',
    args: {
      plan: PLAN,
      pin: {
        id: 'hold',
        stack: STACK,
        subject: 'arm',
        part: 'limb-2',
        drawings: ['one', 't7'],
        to: { kind: 'point', at: { x: 480, y: 320 } },
      },
    },
  },
  { name: 'pin.remove', args: { plan: PLAN, pin: 'hold' } },
  {
    name: 'spacing.keep',
    args: { spacing: { id: 'late-snap', name: 'Late snap', recipe: { family: 'free' }, places: [0.1, 0.2, 0.9] } },
  },
  { name: 'spacing.forget', args: { spacing: 'late-snap' } },
]
