import type { Example } from './kit'
import { arm, bent, blank, holding, PLAN, plain, straight } from './kit'

const walk = { plan: PLAN, column: 'walker', cycle: 'walk' }
const moment = (name: string, off: number, stage: number, role: 'key' | 'breakdown') => ({
  ...{ name, off, stage, role, drawing: null },
})
const step = { frames: 12, moments: [moment('contact', 0, 1, 'key'), moment('passing', 6, 2, 'breakdown')] }
const made = (at: number, key: number, id: string, number: string, pose = straight) => ({
  ...{ step: at, moment: key, drawing: { id, number, content: holding(pose) } },
})

const flag = { plan: PLAN, column: 'flag', cycle: 'flutter' }
const wave = {
  ...{ rest: 'flag-rest', strokes: [], amplitude: 40, wavelength: 300, outward: true, fromStart: true, grows: 1 },
}
const waved = (drawings: number) => [
  {
    frames: 12,
    moments: Array.from({ length: drawings }, (_, k) => moment(`wave ${k + 1}`, (k * 12) / drawings, 1, 'key')),
  },
]

/** A walk: planned, drawn stage by stage, its second half derived; a flicker taken from exposures; a wave. */
export const cycled: readonly Example[] = [
  {
    name: 'column.add',
    args: {
      plan: PLAN,
      index: 1,
      stack: {
        id: 'walker-stack',
        subjects: { arm: { kind: 'figure', id: 'arm', name: 'Arm', rank: 0, figure: arm } },
        drawings: {},
      },
      column: { ...plain, id: 'walker', name: 'Walker', stack: 'walker-stack', runs: [] },
    },
  },
  {
    name: 'cycle.plan',
    args: {
      ...{ ...walk, onFrame: 1, kind: 'walk', steps: [step, step], times: null, derived: true },
      drawings: [made(0, 0, 'walker-1', '1'), made(1, 0, 'walker-13', '13', bent)],
    },
  },
  { name: 'cycle.stage', args: { ...walk, stage: 2, drawings: [made(0, 1, 'walker-7', '7', bent)] } },
  { name: 'cycle.frame', args: { ...walk, by: -1 } },
  { name: 'cycle.follow', args: { ...walk, what: 'walker-13', follows: false } },
  { name: 'cycle.half', args: { ...walk, derived: false } },
  {
    name: 'cycle.steps',
    args: {
      ...{ ...walk, kind: 'walk' },
      steps: [1, 13].map(n => ({
        frames: 8,
        moments: [
          { ...moment('contact', 0, 1, 'key'), drawing: `walker-${n}` },
          ...(n === 1 ? [{ ...moment('passing', 4, 2, 'breakdown'), drawing: 'walker-7' }] : []),
        ],
      })),
    },
  },
  {
    name: 'cycle.feet',
    args: {
      ...walk,
      plants: [{ subject: 'arm', part: 'place', from: 'walker-1', to: 'walker-13' }],
      stride: { x: 180, y: 0 },
    },
  },
  { name: 'cycle.offset', args: { ...walk, frames: 3 } },
  { name: 'cycle.remove', args: walk },
  {
    id: 'a-flick-1',
    name: 'column.expose',
    args: {
      ...{ plan: PLAN, column: 'lamp' },
      exposures: ['glow', 'dim', 'glow'].map(drawing => ({ drawing, frames: 4 })),
    },
  },
  {
    name: 'cycle.take',
    args: {
      ...{ plan: PLAN, column: 'lamp', kind: 'flicker' },
      repeat: {
        id: 'flicker',
        first: { run: 'a-flick-1.0', at: 1 },
        last: { run: 'a-flick-1.2', at: 9 },
        times: 2,
        back: false,
      },
      steps: [{ frames: 12, moments: [{ ...moment('high', 0, 1, 'key'), drawing: 'glow' }] }],
    },
  },
  {
    name: 'column.add',
    args: {
      plan: PLAN,
      index: 2,
      stack: {
        id: 'flag-stack',
        subjects: {},
        drawings: { 'flag-rest': { id: 'flag-rest', number: 'rest', role: 'key', own: true, content: blank } },
      },
      column: { ...plain, id: 'flag', name: 'Flag', stack: 'flag-stack', runs: [] },
    },
  },
  {
    name: 'cycle.plan',
    args: {
      ...{ ...flag, onFrame: 1, kind: 'wave', steps: waved(3), times: null, derived: false, wave },
      drawings: [0, 1, 2].map(k => ({
        step: 0,
        moment: k,
        drawing: { id: `flag-${k}`, number: `${k + 1}`, content: blank },
      })),
    },
  },
  {
    name: 'cycle.wave',
    args: {
      ...{ ...flag, wave: { ...wave, amplitude: 60 }, steps: waved(2) },
      drawings: [0, 1].map(k => ({
        step: 0,
        moment: k,
        drawing: { id: `flag-${k + 3}`, number: `${k + 4}`, content: blank },
      })),
    },
  },
]
