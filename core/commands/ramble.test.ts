import fc from 'fast-check'
import type { z } from 'zod'
import { describe, expect, it } from 'vitest'
import type { Shot } from '../document'
import { assemble, changedPieces, openShot, piecesOf, storeShot } from '../document'
import { ball, personWithLantern, restPose } from '../figure'
import { vec } from '../motion'
import type { Command, CommandName } from './apply'
import { applyCommand, changesBack, revertCommand } from './apply'
import { commands } from './all'
import type { Change } from './change'
import { charted, columnIn, done, PLAN, posedShot, runOn, STACK, standing, where } from './fixture.test-helper'
import type { Chance } from './made-up.test-helper'
import { chanceFrom, madeUp } from './made-up.test-helper'

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
  shot = done(shot, 'column.lead', { plan: PLAN, column: 'loose', lead: where.column })
  const repeat = { id: 'again', first: runOn(shot, '19'), last: runOn(shot, '21'), times: 2, back: false }
  shot = done(shot, 'repeat.set', { ...where, repeat })
  const to = { kind: 'point' as const, at: { x: 790, y: 930 } }
  const pin = { id: 'pin1', stack: STACK, subject: 'keeper', part: 'near-step', drawings: ['d1', 'd13'], to }
  shot = done(shot, 'pin.set', { plan: PLAN, pin })
  return done(shot, 'note.set', { plan: PLAN, note: { id: 'note1', frame: 3, frames: 4, text: 'gathers' } })
}

const formOf = (name: string) => (commands as unknown as Record<string, { args: z.ZodType }>)[name]!.args
const NAMES = Object.keys(commands) as CommandName[]

/** A command of any kind; one in eight takes an earlier one back, at times with something else in it. */
function anyCommand(shot: Shot, chance: Chance, undo: readonly Change[][], id: string): Command {
  const wrong = chance() < 0.5 ? 0 : 0.04
  const name = NAMES[Math.floor(chance() * NAMES.length)]!
  if (undo.length && chance() < 0.12) {
    const changes = undo[Math.floor(chance() * undo.length)]!
    return revertCommand(id, 'cmd-000001', 'Undo', chance() < 0.5 ? changes : spoiled(changes, chance))
  }
  const args = (n: string) => madeUp(formOf(n), shot, chance, wrong)
  const single = () => {
    const inner = NAMES[Math.floor(chance() * NAMES.length)]!
    return inner === 'together' || inner === 'revert'
      ? { name: 'shot.set', args: { length: 50 } }
      : { name: inner, args: args(inner) }
  }
  if (name === 'together') return { id, schema: 4, name, args: { commands: [single(), single()] } } as Command
  if (name === 'revert') return revertCommand(id, 'cmd-000001', 'Undo', [])
  return { id, schema: 4, name, args: args(name) } as Command
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

/** JSON with keys in order, so that two documents can be compared to the byte. */
const canonical = (v: unknown): string =>
  JSON.stringify(v, (_k, x: unknown) =>
    typeof x === 'object' && x !== null && !Array.isArray(x)
      ? Object.fromEntries(Object.entries(x).sort(([a], [b]) => (a < b ? -1 : 1)))
      : Object.is(x, -0)
        ? '−0'
        : x,
  )
const text = (shot: Shot): string => canonical(storeShot(shot))

/** The same value with the keys of every object in another order. */
function turned(v: unknown): unknown {
  if (Array.isArray(v)) return v.map(turned)
  if (typeof v !== 'object' || v === null) return v
  return Object.fromEntries(
    Object.entries(v)
      .reverse()
      .map(([k, x]) => [k, turned(x)]),
  )
}

/** The same value with −0 for 0. */
function zeros(v: unknown): unknown {
  if (v === 0) return -0
  if (Array.isArray(v)) return v.map(zeros)
  return typeof v === 'object' && v !== null ? Object.fromEntries(Object.entries(v).map(([k, x]) => [k, zeros(x)])) : v
}

/** A shot as another machine has it: read from what was stored, its keys in another order. */
function elsewhere(shot: Shot): Shot {
  const opened = openShot(turned(JSON.parse(JSON.stringify(storeShot(shot)))))
  if (!opened.ok) throw new Error(`It does not open again: ${opened.message}`)
  return opened.shot
}

function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value
  Object.freeze(value)
  for (const v of Object.values(value)) frozen(v)
  return value
}

/** One step of a walk: what is done, and that it holds here and elsewhere. */
function step(shot: Shot, command: Command): Shot | null {
  const wire = JSON.parse(JSON.stringify(command)) as Command
  // What a window works out can hold −0, which does not travel.
  const out = applyCommand(shot, zeros(wire) as Command)
  const there = applyCommand(elsewhere(shot), wire)
  if (!out.ok) {
    expect(there).toEqual(out)
    return null
  }
  if (!there.ok) throw new Error(`Refused elsewhere: ${there.refusal.message}`)
  expect(text(there.shot)).toBe(text(out.shot))
  expect(text(elsewhere(out.shot))).toBe(text(out.shot))
  const { put, gone } = changedPieces(shot, out.shot)
  const pieces = { ...piecesOf(shot), ...put }
  for (const path of gone) delete pieces[path]
  expect(canonical(assemble(pieces))).toBe(text(out.shot))
  return out.shot
}

describe('any commands, with any arguments', () => {
  const start = frozen(everything())
  it('give shots that open again, the same everywhere, and can all be taken back', () => {
    const accepted = new Map<string, number>()
    fc.assert(
      fc.property(fc.array(fc.nat(), { minLength: 1, maxLength: 30 }), seeds => {
        let shot = start
        const undo: Change[][] = []
        for (const [i, seed] of seeds.entries()) {
          const command = anyCommand(shot, chanceFrom(seed), undo, `ramble-${String(i).padStart(4, '0')}`)
          const after = step(shot, command)
          if (!after) continue
          accepted.set(command.name, (accepted.get(command.name) ?? 0) + 1)
          undo.push(changesBack(shot, after))
          shot = frozen(after)
        }
        for (const [i, changes] of undo.reverse().entries()) {
          const back = step(shot, revertCommand(`back-${String(i).padStart(4, '0')}`, 'cmd-000001', 'Undo', changes))
          if (!back) throw new Error('Undo was refused.')
          shot = frozen(back)
        }
        expect(text(shot)).toBe(text(start))
      }),
      { numRuns: Number(process.env.RAMBLE_RUNS ?? 80), seed: Number(process.env.RAMBLE_SEED ?? 1) },
    )
    // It meets nearly everything that can be done.
    expect(accepted.size).toBeGreaterThan(50)
  })

  it('the walk begins with something of everything', () => {
    expect(columnIn(start).repeats).toHaveLength(1)
    expect(standing).toBeTruthy()
  })
})
