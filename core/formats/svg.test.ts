import { expect, it } from 'vitest'
import { ball, restPose } from '../figure'
import { figureMarks, paletteOf } from '../picture'
import { writeSvg } from './svg'

const layer = (marks: Parameters<typeof writeSvg>[2][number]['marks']) => ({
  column: 'c',
  drawing: 'd',
  strength: 1,
  marks,
  palette: paletteOf('#000000', '#ffffff'),
})

it('writes the size of the picture, the paper and every mark', () => {
  const svg = writeSvg({ width: 1920, height: 1080 }, '#fffdf6', [
    layer(figureMarks(ball, restPose({ x: 960, y: 540 }))),
  ])
  expect(svg).toContain('viewBox="0 0 1920 1080"')
  expect(svg).toContain('fill="#fffdf6"')
  expect(svg).toMatch(/<ellipse cx="960" cy="540" rx="70" ry="70"/)
  expect(svg.match(/<g /g)).toHaveLength(1)
})
it('leaves the paper out when there shall be none', () =>
  expect(writeSvg({ width: 10, height: 10 }, null, [])).not.toContain('<rect'))
it('closes the outlines of strokes and fills them with their colour', () => {
  const svg = writeSvg({ width: 10, height: 10 }, null, [
    layer([{ kind: 'stroke', outline: [0, 0, 5, 0, 5, 5], colour: '#1f5aa8' }]),
  ])
  expect(svg).toContain('<path d="M0 0L5 0L5 5Z" fill="#1f5aa8"/>')
})
