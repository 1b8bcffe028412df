import { describe, expect, it } from 'vitest'
import { freeName, nextName } from './words'

describe('a free name', () => {
  it('is the one that is wanted, or has the next number', () => {
    expect(freeName('010 Stair', ['020 Rope'])).toBe('010 Stair')
    expect(freeName('010 Stair', ['010 Stair'])).toBe('010 Stair 2')
    expect(freeName('010 Stair 2', ['010 Stair 2', '010 Stair 3'])).toBe('010 Stair 4')
    expect(freeName('x'.repeat(80), ['x'.repeat(80)])).toBe(`${'x'.repeat(78)} 2`)
  })
})

describe('the name of a new shot', () => {
  it('has the next ten', () => {
    expect(nextName([])).toBe('010')
    expect(nextName(['010 Sponge on the steps', '020 Lantern lift'])).toBe('030')
    expect(nextName(['025', 'Stair', ' 015 Gull'])).toBe('030')
    expect(nextName(['990', '12345 not a number of ours'])).toBe('1000')
  })
})
