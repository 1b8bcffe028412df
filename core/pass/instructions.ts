import type { Recipe } from '../chart'
import { recipeName, slowOf } from '../chart'
import type { Camera, Move, Plan, Shake } from '../document/document'
import { mapped } from '../motion'
import type { Vec } from '../motion'
import { moveSpace } from './moves'

/** What happens from a frame to another, as it is told beside a sheet. */
export interface Instruction {
  readonly first: number
  readonly last: number
  /** “truck in, pan right”, “hold”, “shake”. */
  readonly words: string
  /** Where it starts and ends, and how it goes: “100 % → 71 %, slow at both ends”. */
  readonly detail: string
}

const round = (n: number, digits = 0): number => Math.round(n * 10 ** digits) / 10 ** digits || 0

/** Less is no change: px, radians, a share. */
const [STILL_PX, STILL_TURN, STILL_SIZE] = [0.5, 0.001, 0.001]

/** Which way something goes, by eighths: “right”, “up and left”. */
function wayWords({ x, y }: Vec): string {
  const eighth = (Math.round((Math.atan2(y, x) / Math.PI) * 4) + 8) % 8
  return ['right', 'down and right', 'down', 'down and left', 'left', 'up and left', 'up', 'up and right'][eighth]!
}

const paceWords = (recipe: Recipe): string => {
  const slow = slowOf(recipe)
  return slow
    ? { first: 'slow at the start', second: 'slow at the end', both: 'slow at both ends' }[slow]
    : recipeName(recipe).toLowerCase()
}

const ON = ['', 'on ones', 'on twos', 'on threes', 'on fours']

/** How something goes: its spacing, and on what. */
function goWords({ recipe, step, drawn }: NonNullable<Move['go']>): string {
  const on = drawn ? ', with its drawings' : step > 1 ? `, ${ON[step] ?? `on ${step}s`}` : ''
  return `${paceWords(recipe)}${on}`
}

/**
 * The moves of a column in words, or the fields of a camera, in the order of their frames: trucks, pans and turns as
 * handbooks of the trade call them (common practice), holds between them.
 */
export function instructionsOf(moves: readonly Move[], of: 'column' | 'camera'): Instruction[] {
  const out: Instruction[] = []
  for (let i = 0; i + 1 < moves.length; i++) {
    const [a, b] = [moves[i]!, moves[i + 1]!]
    if (a.away) out.push({ first: a.frame, last: b.frame - 1, words: 'not seen', detail: '' })
    else if (a.go && !b.away) out.push({ first: a.frame, last: b.frame, ...between(a, b, of) })
    else {
      const last = out.at(-1)
      const cut = !b.away && changes(a, b).length > 0
      out.push({
        ...{ first: a.frame, last: b.frame - 1 },
        ...{ words: 'hold', detail: cut ? `then ${of === 'camera' ? 'cut' : 'jumps'} to ${spotWords(b, of)}` : '' },
      })
      // A hold that goes on is one.
      if (last?.words === 'hold' && !last.detail && last.last === a.frame - 1)
        out.splice(-2, 2, { ...out.at(-1)!, first: last.first })
    }
  }
  return out
}

const pointOn = (m: Move, about: Vec): Vec => mapped(moveSpace(m), about)

/** What is otherwise on a second placement: its size, its place, its turn. */
function changes(a: Move, b: Move): ('size' | 'place' | 'turn')[] {
  const about = a.go?.about ?? { x: 0, y: 0 }
  const [p, q] = [pointOn(a, about), pointOn(b, about)]
  return [
    ...(Math.abs(b.size / a.size - 1) > STILL_SIZE ? (['size'] as const) : []),
    ...(Math.hypot(q.x - p.x, q.y - p.y) > STILL_PX ? (['place'] as const) : []),
    ...(Math.abs(b.turn - a.turn) > STILL_TURN ? (['turn'] as const) : []),
  ]
}

function between(a: Move, b: Move, of: 'column' | 'camera'): { words: string; detail: string } {
  const about = a.go!.about
  const [p, q] = [pointOn(a, about), pointOn(b, about)]
  const by = { x: q.x - p.x, y: q.y - p.y }
  const camera = of === 'camera'
  const words = changes(a, b).map(what => {
    // A smaller field is seen larger: the camera is nearer.
    if (what === 'size')
      return camera ? (b.size < a.size ? 'truck in' : 'truck out') : b.size > a.size ? 'grows' : 'shrinks'
    if (what === 'place') return `${camera ? 'pan' : 'goes'} ${wayWords(by)}`
    return `${camera ? 'turn' : 'turns'} ${b.turn > a.turn ? 'clockwise' : 'anticlockwise'}`
  })
  const numbers = changes(a, b).map(what => {
    if (what === 'size') return `${round(a.size * 100, 1)} % → ${round(b.size * 100, 1)} %`
    if (what === 'place') return `${round(Math.hypot(by.x, by.y))} px`
    return `${round(Math.abs(((b.turn - a.turn) * 180) / Math.PI), 1)}°`
  })
  return words.length
    ? { words: words.join(', '), detail: `${numbers.join(', ')}, ${goWords(a.go!)}` }
    : { words: 'hold', detail: '' }
}

const spotWords = (m: Move, of: 'column' | 'camera'): string =>
  of === 'camera' ? `${round(m.place.x)}, ${round(m.place.y)} at ${round(m.size * 100, 1)} %` : `another place`

/** Shakes in words. */
const shakeInstructions = (shakes: readonly Shake[] | undefined): Instruction[] =>
  (shakes ?? []).map(s => ({
    ...{ first: s.frame, last: s.frame + s.frames - 1, words: 'shake' },
    detail: `${round(s.px, 1)} px, ${round(s.rate, 1)} times a second${s.fades ? ', dies away' : ''}`,
  }))

/** All that a camera does, in the order of the frames. */
export const cameraInstructions = ({ fields, shakes }: Camera): Instruction[] =>
  [...instructionsOf(fields, 'camera'), ...shakeInstructions(shakes)].sort((a, b) => a.first - b.first)

/** An instruction with what it is for: a column by its name, or the camera. */
export interface Told extends Instruction {
  readonly of: string
}

/** Columns with more moves than this were let go frame by frame: they are no instructions. */
const MOST_TOLD = 100

/** All that moves in a plan, in the order of the frames; the camera first, columns from left to right. */
export function toldIn(plan: Pick<Plan, 'columns' | 'order' | 'camera'>): Told[] {
  const camera = plan.camera ? cameraInstructions(plan.camera) : []
  const columns = plan.order.flatMap(id => {
    const { moves = [], name } = plan.columns[id]!
    const told = moves.length > MOST_TOLD ? [] : instructionsOf(moves, 'column')
    // What only holds is seen in the sheet as it is.
    return told.filter(t => t.words !== 'hold' || t.detail).map(t => ({ ...t, of: name }))
  })
  return [...camera.map(t => ({ ...t, of: 'Camera' })), ...columns].sort((a, b) => a.first - b.first)
}
