import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { charted, done, PLAN, posedShot, STACK, COLUMN } from '#core/commands/fixture.test-helper'
import { sceneOf } from '#core/pass'
import type { Stroke } from '#core/stroke'
import { mappedLine, scribble } from '#core/tie/lines.test-helper'
import { fixOf, solidHere, solidOf, StrokesAway } from './drafts'
import { focusIn, withColumns } from './scene'

const lines = scribble(6, 5, 400)
const hash = (i: number) => String(i).padStart(64, '0')

/** Two drawn poses with in-betweens, the playhead on one of these; what is noted and kept of strokes. */
function desk() {
  const atHand = new Map<string, Stroke>(lines.map((l, i) => [hash(i), l.stroke]))
  lines.forEach((l, i) => atHand.set(hash(10 + i), mappedLine(l, (x, y) => [x + 60, y]).stroke))
  const drawn = [0, 10].reduce(
    (shot, from, k) =>
      done(shot, 'stroke.add', {
        stack: STACK,
        drawing: k ? 'd13' : 'd1',
        strokes: lines.map((l, i) => ({ id: `${l.id}-${k}`, hash: hash(from + i) })),
      }),
    posedShot(),
  )
  const shot = charted(drawn, '1', '13', ['9', '11'])
  const kept: string[] = []
  const take = (stroke: Stroke, list: string[] | null) => {
    const at = hash(100 + atHand.size)
    const known = [...atHand].find(([, s]) => s === stroke)?.[0] ?? at
    atHand.set(known, stroke)
    list?.push(known)
    return known
  }
  const scene = withColumns(sceneOf(shot, PLAN), h => atHand.get(h), {
    note: s => take(s, null),
    keep: s => take(s, kept),
  })
  const focus = focusIn(scene, { column: COLUMN, workFrame: 9, selection: null })
  return { scene, focus, kept, atHand }
}

describe('a computed drawing', () => {
  beforeEach(() => vi.useFakeTimers())
  afterEach(() => vi.useRealTimers())

  it('keeps no stroke while it is looked at, all of them when it is worked on, and again after a while', () => {
    const { scene, focus, kept } = desk()
    expect(solidHere(scene, focus)!.strokes).toHaveLength(5)
    expect(kept).toEqual([])
    const { fix } = fixOf(scene, focus, focus.drawing!)
    expect(kept).toEqual(fix!.strokes.map(s => s.hash))
    expect(fixOf(scene, focus, focus.drawing!).fix).toBe(fix)
    expect(kept).toHaveLength(5)
    vi.advanceTimersByTime(31 * 60 * 1000)
    fixOf(scene, focus, focus.drawing!)
    expect(kept).toHaveLength(10)
  })

  it('cannot be worked on while strokes are missing, and says so', () => {
    const { scene, focus, atHand } = desk()
    atHand.delete(hash(3))
    expect(solidHere(scene, focus)).toBeNull()
    const shown = scene.contents.of(scene, focus.stack!, focus.drawing!.id)
    expect(() => solidOf(scene, shown)).toThrow(StrokesAway)
  })
})
