import { describe, expect, it } from 'vitest'
import { layBones, person } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance, inverseOf, mapped, SAME } from '#core/motion'
import { layersAt } from '#core/picture'
import { charted, COLUMN, done, drawn, posedShot, STACK } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { deskOn } from '~/desk/scene.test-helper'
import { steadyFor, steadyMap } from './steady'

const shot = charted(charted(posedShot(), '1', '13', ['5', '9', '11']), '13', '25', ['17', '19', '21'])
const sceneIn = (s: Shot) => deskOn(s)[0]
const scene = sceneIn(shot)
const on = { column: COLUMN, part: { subject: 'keeper', bone: 'near-forearm' } }
const boneOn = (frame: number, s = scene): { tip: Vec; start: Vec } => {
  const id = layersAt(s, frame, () => undefined).find(l => l.column === COLUMN)!.drawing
  return layBones(person, s.contents.of(s, s.shot.stacks[STACK]!, id).poses.keeper!).get('near-forearm')!
}

describe('a part that is held still', () => {
  it('lies on every frame as on the one it is held at, its direction too', () => {
    const [held, other] = [boneOn(13), steadyMap(scene, { on, frame: 13 }, 13)]
    other.forEach((n, i) => expect(n).toBeCloseTo(SAME[i]!, 9))
    for (const frame of [1, 5, 9, 17, 25]) {
      const map = steadyMap(scene, { on, frame: 13 }, frame)
      const { tip, start } = boneOn(frame)
      expect(distance(mapped(map, tip), held.tip)).toBeLessThan(1 / 16)
      expect(distance(mapped(map, start), held.start)).toBeLessThan(1 / 16)
    }
  })
  it('changes nothing of where a pen draws: the way there and back is the same place', () => {
    for (const frame of [1, 9, 21]) {
      const map = steadyMap(scene, { on, frame: 13 }, frame)
      for (const p of [
        { x: 0, y: 0 },
        { x: 812.3, y: 455.6 },
      ])
        expect(distance(mapped(inverseOf(map), mapped(map, p)), p)).toBeLessThan(1 / 16)
    }
  })
  it('is not turned over where it is seen in a mirror, and the picture does not grow with it', () => {
    const pose = drawn(shot).d13!.content.poses.keeper!
    const changed = sceneIn(
      done(shot, 'drawing.pose', {
        ...{ stack: STACK, drawing: 'd13' },
        poses: { keeper: { ...pose, mirror: true, size: pose.size * 2 } },
      }),
    )
    const [a, b, c, d] = steadyMap(changed, { on, frame: 1 }, 13)
    expect(a * d - b * c).toBeCloseTo(1, 9)
  })
  it('is what a column rides on, else its figure; nothing where there is neither', () => {
    expect(steadyFor(...deskOn(shot, 9))).toEqual({
      on: { column: COLUMN, part: { subject: 'keeper', bone: 'place' } },
      frame: 9,
    })
    const bare = done(shot, 'subject.remove', { stack: STACK, subject: 'keeper' })
    expect(steadyFor(...deskOn(bare, 9))).toBeNull()
    expect(steadyMap(sceneIn(bare), { on, frame: 1 }, 9)).toEqual(SAME)
  })
})
