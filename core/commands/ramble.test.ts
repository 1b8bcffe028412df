import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Shot } from '../document'
import { assemble, changedPieces, documentHash, openShot, piecesOf, storeShot } from '../document'
import type { Command } from './apply'
import { applyCommand, changesBack, revertCommand } from './apply'
import type { Change } from './change'
import { columnIn } from './fixture.test-helper'
import { chanceFrom } from './made-up.test-helper'
import { anyCommand, everything } from './ramble.test-helper'

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
  expect(documentHash(elsewhere(out.shot))).toBe(documentHash(out.shot))
  const { put, gone } = changedPieces(shot, out.shot)
  const pieces = { ...piecesOf(shot), ...put }
  for (const path of gone) delete pieces[path]
  expect(canonical(assemble(pieces))).toBe(text(out.shot))
  return out.shot
}

describe('any commands, with any arguments', () => {
  const start = frozen(everything())
  it('begin with something of everything', () => expect(columnIn(start).repeats).toHaveLength(1))
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
  }, 120_000)
})
