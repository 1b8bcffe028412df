import { describe, expect, it } from 'vitest'
import { charted, done, drawn, PLAN, posedShot, STACK } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { sceneOf } from '#core/pass'
import type { Stroke } from '#core/stroke'
import { focusIn, withColumns, type Focus, type Scene } from '~/desk/scene'
import { after } from '~/desk/scene.test-helper'
import { meantHere, restrokeDrafts } from './restroke'

const line: Stroke = {
  schema: 1,
  colour: '#26302c',
  width: 6,
  pressure: true,
  points: [0, 0, 0.5, 10, 4, 0.5, 20, -4, 0.5, 30, 4, 0.5, 40, 0, 0.5],
}
const [one, other] = ['a', 'b'].map(x => x.repeat(64)) as [string, string]

/** Two drawings with strokes of a part and of none; what is kept is collected. */
function desk(): { shot: Shot; scene: Scene; focus: Focus; kept: Stroke[] } {
  let shot = charted(posedShot(), '1', '13', ['9'])
  const part = { id: 'head', name: 'Head', kind: 'part' as const, figure: shot.stacks[STACK]!.subjects.keeper!.figure }
  shot = done(shot, 'subject.add', { stack: STACK, subject: part, drawing: null, pose: null })
  for (const d of ['d1', 'd13'])
    shot = done(shot, 'stroke.add', {
      stack: STACK,
      drawing: d,
      strokes: [
        { id: `${d}-head`, hash: one, part: 'head' },
        { id: `${d}-body`, hash: other, at: [1, 0, 0, 1, 5, 5], width: 2 },
      ],
    })
  const kept: Stroke[] = []
  const keep = (s: Stroke) => `${kept.push(s)}`.padStart(64, '0')
  const scene = withColumns(sceneOf(shot, PLAN), h => (h === one || h === other ? line : undefined), {
    note: keep,
    keep,
  })
  return { shot, scene, kept, focus: focusIn(scene, { column: '', workFrame: 1, selection: null }) }
}
const refs = (s: Shot, d: string) => drawn(s)[d]!.content.strokes

describe('changing how strokes look', () => {
  it('recolours those of a part on several drawings; ids, places and the rest stay', () => {
    const { shot, scene, focus, kept } = desk()
    const both = [drawn(shot).d1!, drawn(shot).d13!]
    const s = after(
      shot,
      restrokeDrafts(scene, focus, both, r => r.part === 'head', { colour: '#a2660f', strength: 0.4 }),
    )
    expect(kept).toHaveLength(2)
    expect(kept[0]).toMatchObject({ colour: '#a2660f', strength: 0.4, width: 6, points: line.points })
    for (const d of ['d1', 'd13']) {
      expect(refs(s, d)[0]).toMatchObject({ id: `${d}-head`, part: 'head' })
      expect(refs(s, d)[0]!.hash).not.toBe(one)
      expect(refs(s, d)[1]).toEqual(refs(shot, d)[1])
    }
  })

  it('makes wider by what is there already, without a new stroke', () => {
    const { shot, scene, focus, kept } = desk()
    const s = after(
      shot,
      restrokeDrafts(scene, focus, [drawn(shot).d1!], () => true, { wider: 1.5 }),
    )
    expect(refs(s, 'd1').map(r => [r.hash, r.width])).toEqual([
      [one, 1.5],
      [other, 3],
    ])
    expect(kept).toEqual([])
  })

  it('takes tremor out after the fact, and full strength is none', () => {
    const { shot, scene, focus, kept } = desk()
    after(
      shot,
      restrokeDrafts(scene, focus, [drawn(shot).d1!], r => r.part === 'head', { smooth: 1, strength: 1 }),
    )
    expect(kept[0]!.strength).toBeUndefined()
    expect(Math.abs(kept[0]!.points[7]!)).toBeLessThan(2)
    expect(kept[0]!.points.slice(0, 2)).toEqual([0, 0])
  })

  it('are selected by their part on the drawing that is worked on', () => {
    const { scene, focus } = desk()
    expect(meantHere(scene, focus, r => r.part === 'head')).toEqual({
      ...{ drawing: 'd1', strokes: ['d1-head'], subjects: [] },
    })
    expect(meantHere(scene, focus, r => r.part === 'tail')).toBeNull()
  })

  it('is nothing where no stroke is meant', () => {
    const { scene, focus, shot } = desk()
    expect(restrokeDrafts(scene, focus, [drawn(shot).d1!], () => false, { wider: 2 })).toBeNull()
  })
})
