import { charted, columnIn, posedShot } from '#core/commands/fixture.test-helper'
import type { Recipe } from '#core/chart'
import type { Shot } from '#core/document'
import type { Bar, Rail } from '#core/pass'
import { railOf } from '#core/pass'
import type { Focus, Scene } from '~/desk/scene'
import { deskOn } from '~/desk/scene.test-helper'
import { rowsOf } from '~/sheet/layout'

/** Frames 20 px high. */
export const rows = rowsOf(20)

/** Keys on 1, 13 and 25; three in-betweens on twos up to the second, four up to the third. */
export const planned = (recipe: Recipe = { family: 'halves', slow: 'first' }): Shot =>
  charted(charted(posedShot(), '1', '13', ['7', '9', '11'], recipe), '13', '25', ['17', '19', '21', '23'])

/** The rail of a shot's first column. */
export interface OnRail {
  readonly shot: Shot
  readonly scene: Scene
  readonly focus: Focus
  readonly rail: Rail
  /** The bar of a drawing. */
  readonly bar: (number: string) => Bar
}

export function onRail(shot = planned()): OnRail {
  const [scene, focus] = deskOn(shot)
  const rail = railOf(scene, columnIn(shot))
  return { shot, scene, focus, rail, bar: number => rail.bars.find(b => b.number === number)! }
}
