import { columnIn, planned } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import type { Bar, Rail } from '#core/pass'
import { railOf } from '#core/pass'
import type { Focus, Scene } from '~/desk/scene'
import { deskOn } from '~/desk/scene.test-helper'
import { rowsOf } from '~/sheet/layout'
import { RAIL, railScale } from './layout'

/** Frames 20 px high. */
export const rows = rowsOf(20)
/** A rail of the usual width. */
export const scale = railScale(RAIL)

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
