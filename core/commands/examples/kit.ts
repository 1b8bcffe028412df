import type { Draft } from '../apply'
import type { Content } from '../../document'
import { figureOf, restPose } from '../../figure'
import type { Pose } from '../../figure'
import { vec } from '../../motion'
import type { Stroke } from '../../stroke'

/** A command as an example: with the id it has, where what it makes is named after it later. */
export type Example = Draft & { readonly id?: string }

/** The shot that the examples work on: new, with what a new shot has. */
export const SHOT = 'example-shot'
export const [STACK, COLUMN, PLAN] = [`${SHOT}.1`, `${SHOT}.2`, `${SHOT}.3`]
export const where = { plan: PLAN, column: COLUMN }

/** What has to be kept beside the shot before a command names it: two strokes, a picture, footage of one frame, a sound. */
export const STROKES: readonly Stroke[] = [
  { schema: 1, colour: '#26302c', width: 4, pressure: true, points: [300, 300, 0.5, 360, 290, 0.6, 420, 300, 0.5] },
  { schema: 1, colour: '#26302c', width: 4, pressure: true, points: [420, 300, 0.5, 470, 330, 0.6, 500, 360, 0.4] },
]
/** Hashes of these strokes, as the server answers them. */
export const [UPPER, LOWER] = [
  '3166dbf3af09be3373a3ca015a083f48daa9b9a5719df1107e59da51d2853463',
  'dacae9a85952a63f272adef8037d07159d674dcc4c1b274bc0f694e32acf7f87',
] as const
/** A PNG and a GIF of one px and a WAV of eight samples, base64, and the hashes of their bytes. */
export const FILES = {
  png: 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  gif: 'R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7',
  wav: 'UklGRjQAAABXQVZFZm10IBAAAAABAAEAgLsAAAB3AQACABAAZGF0YRAAAAAAAEAfgD5AHwAAwOCAwcDg',
} as const
export const [PNG, GIF, WAV] = [
  '497790947d4666760ce38f3c00e852c71fdb66cae849bae8e9ede352719e1581',
  'ef1955ae757c8b966c83248350331bd3a30f658ced11f387f8ebf05ab3368629',
  '0eb6921866a970b5bf302f227a0cac26b35f853bae6d4e02202f2aaf4e9d15d4',
] as const

/** An arm of two limbs; its bones are limb-1 and limb-2. */
export const arm = figureOf('arm', 'Arm', [
  { at: vec(300, 300), on: null },
  { at: vec(400, 300), on: 0 },
  { at: vec(500, 300), on: 1 },
])
const posed = (bend: number): Pose => ({ ...restPose(vec(300, 300)), angles: { 'limb-1': 0, 'limb-2': bend } })
export const [straight, bent, raised] = [posed(0), posed(0.6), { ...posed(0.2), place: vec(340, 260) }]
export const holding = (pose: Pose): Content => ({ poses: { arm: pose }, strokes: [] })
export const blank: Content = { poses: {}, strokes: [] }
/** How a column begins: on twos, seen and free. */
export const plain = { ink: '#26302c', step: 2, background: false, locked: false, hidden: false }

/** A frame of an exposure, by the exposure's id, the frame it begins on, and how far in. */
export const spot = (run: string, at: number, offset = 0) => ({ run, at, offset })
