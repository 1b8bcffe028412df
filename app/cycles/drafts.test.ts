import { describe, expect, it } from 'vitest'
import type { Drawing, Stack } from '#core/document'
import { stepsOfPoses } from './drafts'

const drawing = (number: string, role: Drawing['role'] = 'key'): Drawing => ({
  ...{ id: `d${number}`, number, role, own: true, content: { poses: {}, strokes: [] } },
})
const stackOf = (...drawings: Drawing[]): Stack => ({
  ...{ id: 'st', subjects: {}, drawings: Object.fromEntries(drawings.map(d => [d.id, d])) },
})
const exposed = (text: string) =>
  text.split(' ').map(r => {
    const [number, frames] = r.split('*') as [string, string]
    return { drawing: number === 'X' ? null : `d${number}`, frames: Number(frames) }
  })
const told = (stack: Stack, text: string, kind: 'walk' | 'wings' | 'own') =>
  stepsOfPoses(stack, exposed(text), kind)?.map(s => [
    s.frames,
    s.moments.map(m => `${m.name} ${m.off} ${m.drawing?.slice(1)}`).join(', '),
  ])

describe('exposures taken as a cycle', () => {
  const eight = ['1', '4', '7', '10', '13', '16', '19', '22'].map(n => drawing(n))
  it('have their poses as moments, named as the nearest of the kind', () => {
    expect(told(stackOf(...eight), '1*3 4*3 7*3 10*3 13*3 16*3 19*3 22*3', 'walk')).toEqual([
      [12, 'contact 0 1, down 3 4, passing 6 7, up 9 10'],
      [12, 'contact 0 13, down 3 16, passing 6 19, up 9 22'],
    ])
  })
  it('have halves of different length where someone limps, and poses with names of their own between', () => {
    expect(told(stackOf(...eight), '1*4 4*3 7*3 10*4 13*3 16*2 19*3 22*2', 'walk')).toEqual([
      [14, 'contact 0 1, down 4 4, passing 7 7, up 10 10'],
      [10, 'contact 0 13, down 3 16, passing 5 19, up 8 22'],
    ])
    const five = ['1', '2', '4', '7', '10', '13'].map(n => drawing(n))
    expect(told(stackOf(...five), '1*1 2*2 4*3 7*3 10*3 13*12', 'walk')![0]).toEqual([
      12,
      'contact 0 1, 2 1 2, down 3 4, passing 6 7, up 9 10',
    ])
  })
  it('leave in-betweens and what comes again out, and need two poses, the first at the beginning', () => {
    const stack = stackOf(drawing('1'), drawing('2', 'in-between'), drawing('3'))
    expect(told(stack, '1*2 2*2 3*4 1*2', 'wings')).toEqual([[10, 'wings up 0 1, wings down 4 3']])
    expect(told(stack, '1*8', 'own')).toBeUndefined()
    expect(told(stack, 'X*2 1*2 3*4', 'own')).toBeUndefined()
  })
})
