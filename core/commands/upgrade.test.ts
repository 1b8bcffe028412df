import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { Shot } from '../document'
import { equal, openShot, storeShot, subjectsOf, upgraded } from '../document'
import type { Change, Command } from '.'
import { applyCommand, commandSchema, upgradedChanges, upgradedCommand } from '.'
import { COLUMN, done, PLAN, STACK, undone } from './fixture.test-helper'

const example = (): Shot => {
  const opened = openShot(
    JSON.parse(readFileSync(new URL('../document/examples/schema-4.json', import.meta.url), 'utf8')),
  )
  if (!opened.ok) throw new Error(opened.message)
  return opened.shot
}
const apply = (shot: Shot, command: unknown): Shot => {
  const out = applyCommand(shot, commandSchema.parse(command) as Command)
  if (!out.ok) throw new Error(out.refusal.message)
  return out.shot
}
const old = (name: string, args: object) => ({ id: 'waiting-0001', schema: 4, name, args })

describe('an upgrade', () => {
  it('takes each step once: one that cannot be done twice is not', () => {
    const twice = { 1: (o: object) => ({ ...o, schema: 2, count: (o as { count: number }).count * 2 }) }
    const once = upgraded({ schema: 1, count: 3 }, 2, twice)
    expect(once).toEqual({ schema: 2, count: 6 })
    expect(upgraded(once, 2, twice)).toEqual(once)
  })
  it('leaves what is not of the form of a shot for the schema to refuse', () => {
    for (const odd of [null, 7, [], { a: 1 }])
      expect(openShot({ schema: 4, stacks: odd, plans: odd })).toMatchObject({ ok: false, code: 'not-a-shot' })
  })
})

describe('commands of schema 4 that waited', () => {
  it('do under the new names what they would have done', () => {
    const set = apply(example(), old('column.set', { plan: PLAN, column: 'rope', guide: true }))
    expect(set.plans[PLAN]!.columns.rope!.reference).toBe(true)
    const lined = apply(example(), old('column.lead', { plan: PLAN, column: 'measure', lead: COLUMN }))
    expect(lined.plans[PLAN]!.columns.measure!.leader).toBe(COLUMN)
    const line = { name: 'column.lead', args: { plan: PLAN, column: 'measure', lead: COLUMN } }
    const length = { name: 'shot.set', args: { length: 48 } }
    const both = apply(example(), old('together', { commands: [line, length] }))
    expect(equal(storeShot(both), storeShot(lined))).toBe(true)
  })
  it('take back what they changed', () => {
    const at = ['plans', PLAN, 'columns', 'measure']
    const changes = [{ kind: 'value', path: [...at, 'guide'], before: true }]
    const back = apply(example(), old('revert', { of: 'x', label: 'Undo', changes }))
    expect(back.plans[PLAN]!.columns.measure!.reference).toBeUndefined()
    const { reference: _r, ...column } = example().plans[PLAN]!.columns.measure!
    const whole = { kind: 'value', path: at, before: { ...column, guide: true, runs: [] } }
    const gone = apply(example(), old('revert', { of: 'x', label: 'Undo', changes: [orderChange(), whole] }))
    expect(gone.plans[PLAN]!.columns.measure).toBeUndefined()
  })
  const orderChange = () => {
    const { order } = example().plans[PLAN]!
    return { kind: 'value', path: ['plans', PLAN, 'order'], before: order, after: order.filter(id => id !== 'measure') }
  }
  it('undo steps of figures know the rank that the figure has now', () => {
    const shot = example()
    const { rank, ...dog } = shot.stacks[STACK]!.subjects['a-dog']!
    const steps = [{ kind: 'value', path: ['stacks', STACK, 'subjects', 'a-dog'], before: dog }] as unknown as Change[]
    const [change] = upgradedChanges(steps, 4, () => rank)
    expect(change).toMatchObject({ before: { ...dog, rank: 1 } })
    expect(upgradedChanges(steps, 5)).toEqual(steps)
  })
  it('are left alone when they are of the newest schema', () => {
    const now = { schema: 5, name: 'column.set', args: { guide: true } }
    expect(upgradedCommand(now)).toBe(now)
  })
})

it('a deleted figure comes back where it stood from front to back', () => {
  const shot = example()
  const gone = done(shot, 'subject.remove', { stack: STACK, subject: 'keeper' })
  expect(undone(shot, gone)).toBe(true)
  const dog = shot.stacks[STACK]!.subjects['a-dog']!
  const more = done(gone, 'subject.add', {
    stack: STACK,
    subject: { id: 'cat', name: 'Cat', kind: 'figure', figure: dog.figure },
    drawing: null,
    pose: null,
  })
  expect(subjectsOf(more.stacks[STACK]!).map(s => s.id)).toEqual(['a-dog', 'cat'])
  const keeper = shot.stacks[STACK]!.subjects.keeper!
  const back = { ...more.stacks[STACK]!, subjects: { ...more.stacks[STACK]!.subjects, keeper } }
  expect(subjectsOf(back).map(s => s.id)).toEqual(['keeper', 'a-dog', 'cat'])
})
