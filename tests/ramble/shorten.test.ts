import { describe, expect, it } from 'vitest'
import { shortened } from './shorten'
import { stepsOf } from './steps'

describe('shortening', () => {
  const fails = (...needed: number[]) => {
    const asked: number[] = []
    return {
      asked,
      test: (steps: readonly number[]) => {
        asked.push(steps.length)
        return Promise.resolve(needed.every(n => steps.includes(n)))
      },
    }
  }
  const all = Array.from({ length: 200 }, (_, i) => i)
  it('leaves the steps that are needed', async () => {
    expect(await shortened(all, fails(3, 170).test, 500)).toEqual([3, 170])
    expect(await shortened(all, fails(0, 1, 199).test, 500)).toEqual([0, 1, 199])
  })
  it('stops after so many tries, with what it has', async () => {
    const { asked, test } = fails(7)
    const left = await shortened(all, test, 10)
    expect([asked.length <= 10, left.includes(7), left.length < 200]).toEqual([true, true, true])
  })
})

describe('steps', () => {
  const first = (seed: number, n = 400) => {
    const steps = stepsOf(seed, 2)
    return Array.from({ length: n }, () => steps.next().value!)
  }
  it('are the same for the same seed, and others for another', () => {
    expect(first(5)).toEqual(first(5))
    expect(first(5)).not.toEqual(first(6))
  })
  it('hold something of everything', () => {
    const steps = first(1, 3000)
    expect(new Set(steps.map(s => s.kind)).size).toBe(13)
    expect(new Set(steps.map(s => s.window))).toEqual(new Set([0, 1]))
  })
})
