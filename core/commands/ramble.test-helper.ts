import type { z } from 'zod'
import type { Shot } from '../document'
import { SCHEMA } from '../document'
import { ball, personWithLantern, restPose } from '../figure'
import { vec } from '../motion'
import type { Command, CommandName } from './apply'
import { revertCommand } from './apply'
import { commands } from './all'
import type { Change } from './change'
import { charted, done, PLAN, posedShot, runOn, STACK, where } from './fixture.test-helper'
import type { Chance } from './made-up.test-helper'
import { madeUp } from './made-up.test-helper'

/** A small shot with something of everything: charts, strokes, parts, pins, notes, links, repeats, a follower. */
export function everything(): Shot {
  let shot = charted(charted(posedShot(), '1', '13', ['7', '9', '11']), '13', '25', ['19', '21'])
  const hash = 'a'.repeat(64)
  const strokes = ['s1', 's2', 's3'].map(id => ({ id, hash }))
  shot = done(shot, 'stroke.add', { stack: STACK, drawing: 'd1', strokes })
  const face = { id: 'face', name: 'Face', kind: 'part' as const, figure: { ...ball, id: 'face' } }
  shot = done(shot, 'subject.add', { stack: STACK, subject: face, drawing: null, pose: null })
  const lamp = { id: 'lamp', name: 'Lamp', kind: 'figure' as const, figure: personWithLantern }
  shot = done(shot, 'subject.add', { stack: STACK, subject: lamp, drawing: 'd13', pose: restPose(vec(400, 500)) })
  const flags = { background: false, locked: false, hidden: false, ink: '#26302c', step: 2 }
  for (const [i, id] of ['second', 'third', 'loose'].entries()) {
    const stack = { id: `${id}-stack`, subjects: {}, drawings: {} }
    const column = { ...flags, id, name: id, stack: stack.id, runs: [] }
    shot = done(shot, 'column.add', { plan: PLAN, index: i, stack, column })
  }
  for (const column of ['second', 'third'])
    for (const frame of [3, 20]) {
      const content = { poses: {}, strokes: [] }
      const drawing = { id: `${column}-${frame}`, number: String(frame), role: 'key' as const, content }
      const at = frame === 3 ? { onFrame: 3 } : { afterLast: 17 }
      shot = done(shot, 'pose.add', { plan: PLAN, column, drawing, where: at })
    }
  shot = done(shot, 'columns.link', { plan: PLAN, columns: [where.column, 'second', 'third'], link: 'group-01' })
  shot = done(shot, 'column.lineup', { plan: PLAN, column: 'loose', leader: where.column })
  const repeat = { id: 'again', first: runOn(shot, '19'), last: runOn(shot, '21'), times: 2, back: false }
  shot = done(shot, 'repeat.set', { ...where, repeat })
  const to = { kind: 'point' as const, at: { x: 790, y: 930 } }
  const pin = { id: 'pin1', stack: STACK, subject: 'keeper', part: 'near-step', drawings: ['d1', 'd13'], to }
  shot = done(shot, 'pin.set', { plan: PLAN, pin })
  return done(shot, 'note.set', { plan: PLAN, note: { id: 'note1', frame: 3, frames: 4, text: 'gathers' } })
}

const formOf = (name: string) => (commands as unknown as Record<string, { args: z.ZodType }>)[name]!.args
export const NAMES = Object.keys(commands) as CommandName[]

/** A command of any kind; one in eight takes an earlier one back, at times with something else in it. */
export function anyCommand(shot: Shot, chance: Chance, undo: readonly Change[][], id: string): Command {
  const wrong = chance() < 0.5 ? 0 : 0.04
  const name = NAMES[Math.floor(chance() * NAMES.length)]!
  if (undo.length && chance() < 0.12) {
    const changes = undo[Math.floor(chance() * undo.length)]!
    return revertCommand(id, 'cmd-000001', 'Undo', chance() < 0.5 ? changes : spoiled(changes, chance))
  }
  const args = (n: string) => madeUp(formOf(n), shot, chance, wrong)
  const single = () => {
    const inner = NAMES[Math.floor(chance() * NAMES.length)]!
    return inner === 'together' || inner === 'revert' || inner === 'shot.restore'
      ? { name: 'shot.set', args: { length: 50 } }
      : { name: inner, args: args(inner) }
  }
  if (name === 'together') return { id, schema: SCHEMA, name, args: { commands: [single(), single()] } } as Command
  if (name === 'revert') return revertCommand(id, 'cmd-000001', 'Undo', [])
  if (name === 'shot.restore') {
    const changes = undo.length && chance() < 0.8 ? spoiled(undo.at(-1)!, chance) : null
    const back = chance() < 0.7 && undo.length ? [...undo.at(-1)!] : changes
    return { id, schema: SCHEMA, name, args: { revision: 3, state: 'an earlier state', changes: back } }
  }
  return { id, schema: SCHEMA, name, args: args(name) } as Command
}

/** Changes with one of their values replaced. */
function spoiled(changes: readonly Change[], chance: Chance): Change[] {
  const bad: unknown[] = [null, -3, 'x', { chunks: [] }, [], 1e12, '</script>', 0.5]
  const text = JSON.stringify(changes)
  const places = [...text.matchAll(/:("[^"]*"|-?[\d.]+|null|true)/g)]
  const at = places[Math.floor(chance() * places.length)]
  if (!at) return [...changes]
  const value = JSON.stringify(bad[Math.floor(chance() * bad.length)])
  return JSON.parse(`${text.slice(0, at.index)}:${value}${text.slice(at.index + at[0].length)}`) as Change[]
}
