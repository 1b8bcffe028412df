import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it } from 'vitest'
import { browserStore } from './browser-store'
import { UndoSteps } from './undo-steps'
import { Writes } from './writes'

let count = 0
/** The steps of a shot of its own, as one window sees them, and how often the other windows were told. */
function inWindow(shot: string, now = { incarnation: 'first' }) {
  const failures: Error[] = []
  const told = { windows: 0, changes: 0 }
  const writes = new Writes(e => failures.push(e))
  const steps = new UndoSteps(shot, writes, {
    tellWindows: () => told.windows++,
    changed: () => told.changes++,
    rankOf: () => 0,
    incarnation: () => now.incarnation,
  })
  const written = () =>
    new Promise<void>((resolve, reject) => writes.after(() => (failures[0] ? reject(failures[0]) : resolve())))
  return { steps, written, told }
}

describe('undo steps', () => {
  let shot: string
  beforeEach(() => {
    shot = `shot-${count++}`
  })
  const stored = async () => (await browserStore.undoSteps(shot)).map(s => `${s.label} ${s.state}`)

  it('of another incarnation of the shot are gone; what waits and what says nothing stays', async () => {
    const now = { incarnation: 'first' }
    const { steps, written } = inWindow(shot, now)
    steps.add('c1', 'saved', [])
    steps.acknowledged(new Map([['c1', 1]]))
    steps.add('c2', 'waits', [])
    await written()
    now.incarnation = 'second'
    await browserStore.addUndoStep({ shot, id: 'c0', label: 'old', state: 'done', changes: [], revision: 1 })
    const next = inWindow(shot, now)
    await next.steps.read()
    await next.written()
    expect(await stored()).toEqual(['waits done', 'old done'])
    steps.dropOthers()
    expect([steps.done?.label, steps.labelOf('c1')]).toEqual(['waits', undefined])
  })

  it('are read back by the next window, each as it stands', async () => {
    const { steps, written, told } = inWindow(shot)
    steps.add('c1', 'first', [])
    steps.add('c2', 'second', [])
    steps.turn(steps.done!, 'undone', [])
    await written()
    const next = inWindow(shot)
    await next.steps.read()
    expect([next.steps.done?.label, next.steps.undone?.label]).toEqual(['first', 'second'])
    expect(told).toEqual({ windows: 3, changes: 3 })
  })

  it('that were undone go when something new is done', async () => {
    const { steps, written } = inWindow(shot)
    steps.add('c1', 'first', [])
    steps.turn(steps.done!, 'undone', [])
    steps.add('c2', 'second', [])
    await written()
    expect(await stored()).toEqual(['second done'])
    expect(steps.undone).toBeUndefined()
  })

  it('taken off the list stay off it after a reload, also right after they were added', async () => {
    const { steps, written } = inWindow(shot)
    steps.add('c1', 'first', [])
    steps.add('c2', 'second', [])
    steps.remove(steps.of(new Set(['c2'])))
    expect(steps.done?.label).toBe('first')
    await written()
    expect(await stored()).toEqual(['first done'])
  })

  it('not written yet are not wiped by what another window stored', async () => {
    const [a, b] = [inWindow(shot), inWindow(shot)]
    b.steps.add('b1', 'theirs', [])
    await b.written()
    a.steps.add('a1', 'mine', [])
    await a.steps.read()
    expect([a.steps.done?.label, a.steps.labelOf('b1')]).toEqual(['mine', 'theirs'])
    a.steps.turn(a.steps.done!, 'undone', [])
    await a.steps.read()
    expect([a.steps.done?.label, a.steps.undone?.label]).toEqual(['theirs', 'mine'])
    await a.written()
    expect(await stored()).toEqual(['theirs done', 'mine undone'])
  })

  it('stand in the order of the revisions they made, those on their way behind them', async () => {
    const { steps, written } = inWindow(shot)
    for (const id of ['first', 'second', 'third']) steps.add(id, id, [])
    steps.acknowledged(new Map([['first', 5]]))
    expect(steps.done?.label).toBe('third')
    steps.acknowledged(
      new Map([
        ['second', 7],
        ['third', 6],
      ]),
    )
    expect(steps.done?.label).toBe('second')
    await written()
    const next = inWindow(shot)
    await next.steps.read()
    expect(next.steps.done?.label).toBe('second')
  })

  it('are found again with the changes that they have on top of another shot', async () => {
    const { steps, written } = inWindow(shot)
    steps.add('c1', 'first', [])
    const changes = [{ kind: 'value' as const, path: ['length'], before: 2, after: 1 }]
    steps.rebased('c1', changes)
    steps.rebased('none', changes)
    await written()
    expect((await browserStore.undoSteps(shot)).map(s => s.changes)).toEqual([changes])
  })

  it('of other shots are left alone', async () => {
    const [mine, other] = [inWindow(shot), inWindow(`${shot}-other`)]
    mine.steps.add('c1', 'mine', [])
    other.steps.add('c1', 'theirs', [])
    await mine.written()
    await other.written()
    mine.steps.remove(mine.steps.of(new Set(['c1'])))
    await mine.written()
    expect(await stored()).toEqual([])
    expect(await browserStore.undoSteps(`${shot}-other`)).toHaveLength(1)
  })
})

describe('writes', () => {
  it('are done in order, and one that fails does not keep the next back', async () => {
    const failed: string[] = []
    const done: string[] = []
    const writes = new Writes(e => failed.push(e.message))
    writes.add(() => new Promise(r => setTimeout(() => (done.push('slow'), r()), 10)))
    writes.add(() => Promise.reject(new Error('full')))
    writes.add(() => Promise.resolve(void done.push('quick')))
    await new Promise<void>(resolve => writes.after(resolve))
    expect([done, failed]).toEqual([['slow', 'quick'], ['full']])
  })
})
