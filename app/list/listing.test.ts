import { describe, expect, it } from 'vitest'
import type { ProductionInList, ShotInList } from '#core/document'
import { freeName, listed, openedLast } from './listing'

const shot = (name: string, day: number, length: number, fps = 24): ShotInList => ({
  ...{ id: name, name, revision: 1, updatedAt: `2026-11-0${day}T10:00:00Z`, length },
  ...{ rate: { num: fps, den: 1 }, picture: { width: 1920, height: 1080 } },
})
const gull: ProductionInList = {
  ...{ id: 'a', name: 'Gull Point' },
  shots: [shot('10 Stair', 2, 48), shot('2 Lämp', 3, 96), shot('9 Rope', 1, 96, 12)],
}
const pier: ProductionInList = { id: 'b', name: 'Pier', shots: [shot('1 Stair', 5, 12)] }
const both = [pier, gull]
const names = (typed: string, order: 'name' | 'changed' | 'length' = 'name') =>
  listed(both, { typed, order }).map(p => [p.name, p.shots.map(s => s.name)])

describe('the list of shots', () => {
  it('is in the order that people count in, of time, or of seconds', () => {
    expect(names('')).toEqual([
      ['Gull Point', ['2 Lämp', '9 Rope', '10 Stair']],
      ['Pier', ['1 Stair']],
    ])
    expect(names('', 'changed')).toEqual([
      ['Pier', ['1 Stair']],
      ['Gull Point', ['2 Lämp', '10 Stair', '9 Rope']],
    ])
    expect(names('', 'length')[0]).toEqual(['Gull Point', ['9 Rope', '2 Lämp', '10 Stair']])
  })
  it('finds each word in the name of a shot or its production, whatever its letters', () => {
    expect(names('stair')).toEqual([
      ['Gull Point', ['10 Stair']],
      ['Pier', ['1 Stair']],
    ])
    expect(names(' gull  STAIR ')).toEqual([['Gull Point', ['10 Stair']]])
    expect(names('lamp')).toEqual([['Gull Point', ['2 Lämp']]])
    expect(names('nothing')).toEqual([])
    expect(both).toEqual([pier, gull])
  })
  it('has those that were opened last, as far as they are there', () => {
    expect(openedLast(both, ['1 Stair', 'gone', '9 Rope']).map(s => s.name)).toEqual(['1 Stair', '9 Rope'])
  })
})

describe('a free name', () => {
  it('is the one that is wanted, or has the next number', () => {
    expect(freeName('010 Stair', ['020 Rope'])).toBe('010 Stair')
    expect(freeName('010 Stair', ['010 Stair'])).toBe('010 Stair 2')
    expect(freeName('010 Stair 2', ['010 Stair 2', '010 Stair 3'])).toBe('010 Stair 4')
    expect(freeName('x'.repeat(80), ['x'.repeat(80)])).toBe(`${'x'.repeat(78)} 2`)
  })
})
