import { expect, it } from 'vitest'
import { spread, type Recipe } from '../chart'
import { moveOverFeet, person, restPose, type Pose } from '../figure'
import { vec } from '../motion'
import { eachRun, listOf } from '../sheet'
import { rate } from '../time'
import type { Shot } from '../document'
import type { ArgsOf, Command, CommandName } from '../commands'
import { equal, makeShot, SCHEMA, storeShot } from '../document'
import { applyCommand, changesBack, revertCommand } from '../commands'

let made = 0
export const cmd = <N extends CommandName>(
  name: N,
  args: ArgsOf<N>,
  id = `cmd-${String(++made).padStart(6, '0')}`,
): Command<N> => ({ id, schema: SCHEMA, name, args })

/** Applies a command that must succeed. */
export function done<N extends CommandName>(shot: Shot, name: N, args: ArgsOf<N>): Shot {
  const out = applyCommand(shot, cmd(name, args))
  if (!out.ok) throw new Error(`${name}: ${out.refusal.message}`)
  return out.shot
}

/** Why a command is refused; null where it is not. */
export const refusal = <N extends CommandName>(shot: Shot, name: N, args: ArgsOf<N>) => {
  const out = applyCommand(shot, cmd(name, args))
  return out.ok ? null : out.refusal
}

/** One command that is refused: the code, and what the words must say. */
type RefusedCase = { [N in CommandName]: [N, ArgsOf<N>, string, RegExp] }[CommandName]
/** Each of these commands is refused in these words. */
export const refused = (shot: Shot, cases: RefusedCase[]) =>
  it.each(cases)('%s %j: %s', (name, args, code, words) =>
    expect(refusal(shot, name, args)).toEqual({ code, message: expect.stringMatching(words) as string }),
  )

/** True where undoing what led from one shot to another gives the first one again. */
export const undone = (before: Shot, after: Shot): boolean => {
  const out = applyCommand(after, revertCommand('revert-0001', 'x', 'Undo', changesBack(before, after)))
  return out.ok && equal(storeShot(out.shot), storeShot(before))
}

export const PLAN = 'shot0001.3'
export const COLUMN = 'shot0001.2'
export const STACK = 'shot0001.1'
export const where = { plan: PLAN, column: COLUMN }

export const emptyShot = (): Shot =>
  makeShot('shot0001', {
    name: 'Test',
    picture: { width: 1920, height: 1080 },
    rate: rate(24),
    paper: '#fffdf6',
    length: 48,
  })

export const standing: Pose = restPose(vec(800, 700))
export const stooping: Pose = moveOverFeet(person, standing, vec(840, 760))

export const columnIn = (shot: Shot) => shot.plans[PLAN]!.columns[COLUMN]!
/** The first column as a command takes it. */
export const written = (shot: Shot) => ({ ...columnIn(shot), runs: listOf(columnIn(shot).runs) })
/** A shot with a second column of its own drawings, empty. */
export const withSecond = (shot: Shot, id = 'two', name = 'B', stack = 'st2'): Shot =>
  done(shot, 'column.add', {
    plan: PLAN,
    index: 1,
    stack: { id: stack, subjects: {}, drawings: {} },
    column: { ...columnIn(shot), id, stack, name, runs: [] },
  })
export const nothing = { poses: {}, strokes: [] }
/** A key as a command takes it. */
export const keyed = (id: string, number = id) => ({ id, number, role: 'key' as const, content: nothing })
export const drawn = (shot: Shot) => shot.stacks[STACK]!.drawings
export const exposures = (shot: Shot): string =>
  [...eachRun(columnIn(shot).runs)]
    .map(({ run }) => `${run.drawing === null ? 'X' : drawn(shot)[run.drawing]!.number}*${run.frames}`)
    .join(' ')

export function runOn(shot: Shot, number: string): { run: string; at: number } {
  for (const { run, start } of eachRun(columnIn(shot).runs))
    if (run.drawing && drawn(shot)[run.drawing]!.number === number) return { run: run.id, at: start }
  throw new Error(`${number} is not exposed.`)
}

/** Keys on 1, 13 and 25 of a 48-frame shot. */
export function posedShot(): Shot {
  let shot = done(emptyShot(), 'subject.add', {
    stack: STACK,
    subject: { id: 'keeper', name: 'Keeper', kind: 'figure', figure: person },
    drawing: null,
    pose: null,
  })
  for (const [number, pose] of [
    ['1', standing],
    ['13', stooping],
    ['25', { ...standing, place: vec(1000, 700) }],
  ] as const) {
    shot = done(shot, 'pose.add', {
      ...where,
      drawing: { id: `d${number}`, number, role: 'key', content: { poses: { keeper: pose }, strokes: [] } },
      where: { afterLast: 12 },
    })
  }
  return done(shot, 'run.push', { ...where, run: runOn(shot, '25'), delta: 4 })
}

/** Charts the pass between two drawings by a recipe. */
export function charted(
  shot: Shot,
  from: string,
  to: string,
  numbers: string[],
  recipe: Recipe = { family: 'even' },
  step = 2,
): Shot {
  const places = spread(recipe, numbers.length)
  return done(shot, 'chart.fill', {
    ...where,
    chart: `c${from}-${to}`,
    from: runOn(shot, from),
    to: runOn(shot, to),
    recipe,
    step,
    ticks: numbers.map((number, i) => ({ drawing: `d${number}`, number, u: places[i]! })),
  })
}

/** Keys on 1, 13 and 25; three in-betweens on twos up to the second, by a recipe, and four evenly up to the third. */
export const planned = (recipe: Recipe = { family: 'halves', slow: 'first' }): Shot =>
  charted(charted(posedShot(), '1', '13', ['7', '9', '11'], recipe), '13', '25', ['17', '19', '21', '23'])

/** The chart of the first pass of a planned shot, as a command names it. */
export const chartArgs = { plan: PLAN, chart: 'c1-13' }
/** A cut of it somewhere, by an in-between that shows nothing. */
export const cutArgs = {
  ...chartArgs,
  content: nothing,
  before: null,
  after: null,
  reached: 0.25,
  change: { first: {}, second: {} },
}
