import { describe, expect, it } from 'vitest'
import type { KeptState } from '#core/document'
import { nameOf, timeOf, whyOf } from './words'

const state = (more: Partial<KeptState> = {}): KeptState => ({
  revision: 200,
  kind: 'regular',
  name: null,
  at: '2026-03-04T10:05:00',
  ...more,
})

describe('an earlier state', () => {
  it('tells the time today, and the day before that', () => {
    const time = timeOf(state(), new Date('2026-03-04T20:00:00'))
    expect(time).toMatch(/10.05|10:05/)
    expect(timeOf(state(), new Date('2026-03-05T20:00:00'))).toMatch(new RegExp(`2026.*, ${time}$`))
  })
  it('is called by its mark, else by its time', () => {
    expect(nameOf(state({ kind: 'mark', name: 'First pass' }))).toBe('“First pass”')
    expect(nameOf(state())).toMatch(/^the state of /)
  })
  it('says why it was kept', () => {
    const why = (kind: KeptState['kind'], revision = 200) => whyOf(state({ kind, revision }))
    expect([why('regular'), why('regular', 1), why('regular', 0)]).toEqual([
      'After 200 changes',
      'After 1 change',
      'As it was created',
    ])
    expect([why('mark'), why('upgrade'), why('unreadable')]).toEqual([
      'Mark',
      'Before an upgrade of Fintro',
      'Could not be read and was replaced',
    ])
  })
})
