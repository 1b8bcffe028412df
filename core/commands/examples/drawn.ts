import { ball, restPose } from '../../figure'
import { vec } from '../../motion'
import type { Example } from './kit'
import {
  arm,
  bent,
  blank,
  COLUMN,
  holding,
  LOWER,
  PLAN,
  plain,
  PNG,
  raised,
  STACK,
  straight,
  UPPER,
  where,
} from './kit'

const of = { stack: STACK }
const [upper, lower] = [
  { id: 'upper', hash: UPPER },
  { id: 'lower', hash: LOWER },
]
const pictured = { id: 'sign', name: 'Sign', kind: 'image' as const, figure: ball, file: PNG, width: 40, height: 30 }
const sleeve = { id: 'sleeve', name: 'Sleeve', kind: 'part' as const, figure: ball }

/** The shot, its columns, and what is drawn and posed. */
export const drawn: readonly Example[] = [
  { name: 'shot.set', args: { name: 'Crane 010', length: 60 } },
  { name: 'shot.rate', args: { rate: { num: 24, den: 1 }, length: 72 } },
  { name: 'shot.scale', args: { scale: { metres: 1.2, px: 300 } } },
  { name: 'column.set', args: { ...where, name: 'Arm', step: 2 } },
  {
    name: 'column.add',
    args: {
      plan: PLAN,
      index: 1,
      stack: { id: 'lamp-stack', subjects: {}, drawings: {} },
      column: { ...plain, id: 'lamp', name: 'Lamp', stack: 'lamp-stack', runs: [] },
    },
  },
  {
    name: 'column.share',
    args: { plan: PLAN, index: 2, column: { ...plain, id: 'shadow', name: 'Shadow', stack: STACK, runs: [] } },
  },
  { name: 'columns.order', args: { plan: PLAN, order: ['shadow', COLUMN, 'lamp'] } },
  { name: 'columns.link', args: { plan: PLAN, columns: [COLUMN, 'lamp'], link: 'both' } },
  { name: 'columns.link', args: { plan: PLAN, columns: [COLUMN, 'lamp'], link: null } },
  { name: 'column.inside', args: { plan: PLAN, column: 'lamp', was: null, inside: 'shadow' } },
  { name: 'column.inside', args: { plan: PLAN, column: 'lamp', was: 'shadow', inside: null } },
  {
    name: 'subject.add',
    args: { ...of, subject: { id: 'arm', name: 'Arm', kind: 'figure', figure: arm }, drawing: null, pose: null },
  },
  {
    id: 'key-one-1',
    name: 'pose.add',
    args: {
      ...where,
      drawing: { id: 'one', number: '1', role: 'key', content: holding(straight) },
      where: { afterLast: 12 },
    },
  },
  {
    id: 'key-two-1',
    name: 'pose.add',
    args: {
      ...where,
      drawing: { id: 'two', number: '13', role: 'key', content: holding(bent) },
      where: { afterLast: 12 },
    },
  },
  {
    id: 'key-six-1',
    name: 'pose.add',
    args: {
      ...where,
      drawing: { id: 'six', number: '25', role: 'extreme', content: holding(raised) },
      where: { afterLast: 12 },
    },
  },
  {
    name: 'drawing.add',
    args: { ...of, drawing: { id: 'spare', number: '90', role: 'key', content: holding(straight) } },
  },
  { name: 'drawing.set', args: { ...of, drawing: 'spare', number: '91', role: 'breakdown' } },
  { name: 'drawing.pose', args: { ...of, drawing: 'spare', poses: { arm: bent } } },
  { name: 'stroke.add', args: { ...of, drawing: 'one', strokes: [upper, lower] } },
  {
    name: 'strokes.map',
    args: { ...of, drawings: { one: { strokes: ['lower'], subjects: [], at: [1, 0, 0, 1, 0, -6] } }, keepWidth: true },
  },
  { name: 'subject.add', args: { ...of, subject: sleeve, drawing: null, pose: null } },
  { name: 'strokes.part', args: { ...of, drawing: 'one', strokes: ['upper'], part: 'sleeve' } },
  {
    name: 'stroke.replace',
    args: { ...of, drawing: 'one', strokes: { upper: [{ ...upper, id: 'upper-2', part: 'sleeve' }] } },
  },
  {
    name: 'part.share',
    args: {
      ...of,
      subject: 'sleeve',
      figure: ball,
      strokes: [{ ...upper, id: 'sleeve-1' }],
      poses: { one: restPose(vec(360, 300)) },
    },
  },
  {
    name: 'part.unshare',
    args: { ...of, subject: 'sleeve', strokes: { one: [{ ...upper, id: 'upper-3', part: 'sleeve' }] } },
  },
  {
    name: 'bound.add',
    args: {
      ...{ ...of, drawing: 'one', subject: 'arm', strokes: ['lower'], images: {} },
      bound: { id: 'cuff', bones: ['limb-2'], joints: [vec(400, 300), vec(500, 300)], across: 1, round: 0.5 },
    },
  },
  { name: 'bound.set', args: { ...of, subject: 'arm', bound: 'cuff', round: 0.3, shapes: true } },
  {
    name: 'bound.release',
    args: { ...of, subject: 'arm', bound: 'cuff', images: [], strokes: { one: [{ ...lower, id: 'lower-2' }] } },
  },
  {
    name: 'bound.add',
    args: {
      ...{ ...of, drawing: 'one', subject: 'arm', strokes: ['lower-2'], images: {} },
      bound: { id: 'cuff', bones: ['limb-2'], joints: [vec(400, 300), vec(500, 300)], across: 1, round: 0.5 },
    },
  },
  { name: 'bound.remove', args: { ...of, subject: 'arm', bound: 'cuff' } },
  { name: 'stroke.remove', args: { ...of, drawing: 'one', strokes: ['upper-3'] } },
  { name: 'subject.set', args: { ...of, subject: 'sleeve', name: 'Left sleeve' } },
  { name: 'subject.set', args: { ...of, subject: 'arm', original: { id: 'arm-on-shelf', version: 1 } } },
  {
    name: 'subject.renew',
    args: {
      ...of,
      subject: 'arm',
      was: { id: 'arm-on-shelf', version: 1 },
      to: { kind: 'figure', figure: arm },
      version: 2,
    },
  },
  { name: 'subject.remove', args: { ...of, subject: 'sleeve' } },
  { name: 'subject.add', args: { ...of, subject: pictured, drawing: 'spare', pose: restPose(vec(500, 400)) } },
  {
    name: 'picture.swap',
    args: { ...of, subject: 'sign', was: PNG, to: { kind: 'part', strokes: [{ ...upper, id: 'sign-1' }] } },
  },
  {
    name: 'drawing.finish',
    args: {
      ...of,
      finished: { one: { file: PNG, width: 1920, height: 1080, name: 'arm-0001.png', at: [1, 0, 0, 1, 960, 540] } },
    },
  },
  { name: 'drawing.renumber', args: { ...of, numbers: { spare: '92' } } },
  { name: 'drawing.remove', args: { ...of, drawing: 'spare' } },
  {
    name: 'pose.add',
    args: {
      plan: PLAN,
      column: 'lamp',
      drawing: { id: 'glow', number: '1', role: 'key', content: blank },
      where: { onFrame: 5 },
    },
  },
]
