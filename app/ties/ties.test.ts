import { describe, expect, it } from 'vitest'
import type { Chart } from '#core/document'
import { matchOf, Way } from '#core/tie'
import { lineOf, mappedLine } from '#core/tie/lines.test-helper'
import type { Picked } from './store'
import type { Span } from './ties'
import { countsOf, freeDraft, matesOf, noneDraft, pointDraft, saidOf, strokeAt, tieDraft } from './ties'

const flat = lineOf('flat', [
  [0, 0],
  [100, 0],
])
const steep = lineOf('steep', [
  [0, 200],
  [0, 300],
])
const moved = [flat, steep].map(l => mappedLine(l, (x, y) => [x + 400, y], `${l.id}2`))
const alone = lineOf('alone', [
  [40, 600],
  [90, 640],
  [90, 700],
])
const spanOf = (ties: Chart['ties'] = []): Span => {
  const a = [flat, steep, alone]
  return {
    chart: { id: 'c', ties } as unknown as Chart,
    way: new Way(a, moved, matchOf(a, moved, ties)),
  }
}
const picked = (side: 'first' | 'second', id: string, share = 0.5): Picked => ({ side, id, share })

describe('ties of a span', () => {
  const span = spanOf()
  it('are pairs on both sides', () => {
    expect(matesOf(span, picked('first', 'flat'))).toEqual(['flat2'])
    expect(matesOf(span, picked('second', 'steep2'))).toEqual(['steep'])
    expect(matesOf(span, picked('first', 'alone'))).toEqual([])
    expect(countsOf(span)).toEqual({ pairs: 2, alone: 1, byHand: 0 })
  })
  it('are pointed at by the nearest stroke of both poses, and where along it', () => {
    expect(strokeAt(span, { x: 25, y: 4 }, 10)).toEqual({ side: 'first', id: 'flat', share: 0.25 })
    expect(strokeAt(span, { x: 396, y: 280 }, 10)).toMatchObject({ side: 'second', id: 'steep2' })
    expect(strokeAt(span, { x: 200, y: 100 }, 10)).toBeNull()
  })
  it('are made of two strokes, whichever was clicked first', () => {
    const tie = { from: 'flat', to: 'steep2' }
    const args = { plan: 'p', chart: 'c', ties: [tie] }
    const [a, b] = [picked('first', 'flat'), picked('second', 'steep2')]
    expect(tieDraft('p', span, a, b)).toEqual({ name: 'chart.tie', args })
    expect(tieDraft('p', span, b, a)).toEqual({ name: 'chart.tie', args })
    expect(noneDraft('p', span, b)).toMatchObject({ args: { ties: [{ from: null, to: 'steep2' }] } })
  })
  it('keep points that were tied before another one', () => {
    const tied = spanOf([{ from: 'flat', to: 'flat2', points: [[0.2, 0.3]] }])
    const draft = pointDraft('p', tied, picked('second', 'flat2', 0.9), picked('first', 'flat', 0.8))
    expect(draft).toMatchObject({
      args: {
        ties: [
          {
            from: 'flat',
            to: 'flat2',
            points: [
              [0.2, 0.3],
              [0.8, 0.9],
            ],
          },
        ],
      },
    })
  })
  it('are freed one by one or all, where something was said', () => {
    const tie = { from: 'flat', to: 'steep2' }
    const tied = spanOf([tie])
    expect(saidOf(tied, picked('second', 'steep2'))).toEqual([tie])
    expect(freeDraft('p', tied, picked('first', 'flat'))).toMatchObject({ args: { ties: [tie] } })
    expect(freeDraft('p', tied, picked('first', 'steep'))).toBeNull()
    expect(freeDraft('p', tied, null)).toMatchObject({ name: 'chart.untie', args: { ties: null } })
    expect(freeDraft('p', span, null)).toBeNull()
  })
})
