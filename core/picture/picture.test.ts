import { describe, expect, it } from 'vitest'
import { ball, person, restPose } from '../figure'
import { vec } from '../motion'
import { sceneOf } from '../pass'
import { charted, done, PLAN, posedShot, runOn, STACK, where } from '../commands/fixture.test-helper'
import type { Stroke } from '../stroke'
import { contentMarks, figureExtent, figureMarks, layersAt, paletteOf } from '.'
import { mixColours } from '../basic'

const pose = restPose(vec(500, 500))

describe('marks of a figure', () => {
  it('tell far limbs by their own tone, and draw them first', () => {
    const tones = figureMarks(person, pose).map(m => ('ink' in m ? m.ink : ''))
    expect(tones).toContain('far')
    expect(tones.lastIndexOf('far')).toBeLessThan(tones.lastIndexOf('ink'))
    expect(tones.slice(0, 6).every(t => t === 'far')).toBe(true)
  })
  it('keep the area of a ball that is squashed', () => {
    const area = (stretch: number) => {
      const m = figureMarks(ball, { ...pose, stretch })[0]!
      return m.kind === 'ellipse' ? Math.PI * m.rx * m.ry : 0
    }
    for (const s of [0.4, 0.8, 1.5, 2.5]) expect(area(s)).toBeCloseTo(area(1), 9)
  })
  it('lie within the extent of the figure, but for the width of their lines', () => {
    const box = figureExtent(person, pose)
    for (const m of figureMarks(person, pose)) {
      if (m.kind !== 'line') continue
      for (let i = 0; i < m.points.length; i += 2) {
        expect(m.points[i]).toBeGreaterThan(box.left)
        expect(m.points[i + 1]).toBeLessThan(box.bottom)
      }
    }
  })
})

describe('the display list', () => {
  const stroke: Stroke = {
    schema: 1,
    colour: '#222222',
    width: 6,
    pressure: true,
    points: [0, 0, 0.5, 9, 9, 0.5, 20, 9, 0.5],
  }
  const hash = 'a'.repeat(64)
  it('is the same list for the same content, and is made anew when a stroke has come', () => {
    const shot = done(posedShot(), 'stroke.add', { stack: STACK, drawing: 'd1', strokes: [{ id: 's', hash }] })
    const stack = shot.stacks[STACK]!
    const { content } = stack.drawings.d1!
    const without = contentMarks(stack, content, () => undefined)
    const all = contentMarks(stack, content, () => stroke)
    expect(all.length).toBe(without.length + 1)
    expect(contentMarks(stack, content, () => stroke)).toBe(all)
  })
  it('of a frame holds every column that is shown, without the background where it is not wanted', () => {
    let shot = charted(posedShot(), '1', '13', ['9', '11'])
    const layers = (frame: number, { background = true } = {}) =>
      layersAt(sceneOf(shot, PLAN), frame, () => undefined, { background })
    expect(layers(9).map(l => l.drawing)).toEqual(['d9'])
    expect(layers(400).map(l => l.drawing)).toEqual(['d25'])
    shot = done(shot, 'range.clear', {
      ...where,
      first: { ...runOn(shot, '9'), offset: 0 },
      last: { ...runOn(shot, '9'), offset: 1 },
      frames: 2,
    })
    expect(layers(9)).toEqual([])
    shot = done(shot, 'column.set', { ...where, background: true })
    expect([layers(1).length, layers(1, { background: false }).length]).toEqual([1, 0])
    const guide = done(shot, 'column.set', { ...where, background: false, reference: true, strength: 0.4 })
    const seen = (shown: { references: boolean }) => layersAt(sceneOf(guide, PLAN), 1, () => undefined, shown)
    expect([seen({ references: true }).map(l => l.strength), seen({ references: false })]).toEqual([[0.4], []])
    const faded = done(guide, 'drawing.set', { stack: STACK, drawing: 'd1', strength: 0.5 })
    expect(layersAt(sceneOf(faded, PLAN), 1, () => undefined, { references: true })[0]!.strength).toBeCloseTo(0.2)
    // Faint while it is drawn over: by what is asked of the view, not by the shot.
    const { column } = where
    const view = layersAt(sceneOf(guide, PLAN), 1, () => undefined, { references: true, faded: column })
    expect(view.find(l => l.column === column)!.strength).toBeCloseTo(0.4 * 0.4)
    shot = done(shot, 'column.set', { ...where, hidden: true })
    expect(layers(1)).toEqual([])
  })
})

it('mixes colours between two', () => {
  expect(mixColours('#000000', '#ffffff', 0.5)).toBe('#808080')
  expect(mixColours('#123456', '#abcdef', 0)).toBe('#123456')
  expect(paletteOf('#000000', '#ffffff')).toMatchObject({ ink: '#000000', paper: '#ffffff', far: '#7a7a7a' })
})
