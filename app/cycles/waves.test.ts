import { expect, it } from 'vitest'
import { emptyShot, done, keyed, STACK, where } from '#core/commands/fixture.test-helper'
import { chainOfLinks, restPose } from '#core/figure'
import { vec } from '#core/motion'
import { deskOn } from '~/desk/scene.test-helper'
import { lengthOver, usualWave, waveOver } from './waves'

it('a wave begins in proportion to what waves: a chain by its links, to two digits', () => {
  const bare = done(emptyShot(), 'subject.add', {
    stack: STACK,
    subject: { kind: 'figure', id: 'rope', name: 'Rope', figure: chainOfLinks },
    drawing: null,
    pose: null,
  })
  const content = { poses: { rope: restPose(vec(800, 200)) }, strokes: [] }
  const drawing = { ...keyed('d1', '1'), content }
  const shot = done(bare, 'pose.add', { ...where, drawing, where: { afterLast: 12 } })
  const [scene, focus] = deskOn(shot)
  const over = waveOver(focus, [])!
  const links = chainOfLinks.bones.reduce((sum, b) => sum + b.length, 0)
  expect(lengthOver(scene, over, focus.stack!)).toBeCloseTo(links, 9)
  expect(usualWave(263)).toEqual({ wavelength: 210, amplitude: 21 })
  expect(usualWave(0.5).wavelength).toBe(1)
})
