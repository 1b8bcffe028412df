import type { Draft } from '#core/commands'
import { refOf } from '#core/commands'
import type { Pass } from '#core/pass'
import { planAndColumn } from '~/desk/drafts'
import type { Focus, Scene } from '~/desk/scene'
import type { Filling } from './fill'
import { fill, mostIn } from './fill'

/** How many frames the first pose of a pass must be held longer, so that so many in-betweens fit on a step. */
export function lackingFor(pass: Pass, count: number, step: number): number {
  const held = Math.min(step, pass.from.run.frames)
  return Math.max(0, held + count * step - (pass.to.start - pass.from.start))
}

/** Charts a pass, and where there is no room for so many, holds its first pose longer before. */
export function fillWithRoom(scene: Scene, focus: Focus, pass: Pass, count: number, given: Filling = {}): Draft[] {
  const step = given.step ?? pass.chart?.step ?? focus.column!.step
  const delta = mostIn(pass, step) >= count ? 0 : lackingFor(pass, count, step)
  if (!delta) return [fill(scene, focus, pass, count, given)]
  const push: Draft = { name: 'run.push', args: { ...planAndColumn(scene, focus), run: refOf(pass.from), delta } }
  const to = { ...pass.to, start: pass.to.start + delta }
  const from = { ...pass.from, run: { ...pass.from.run, frames: pass.from.run.frames + delta } }
  return [push, fill(scene, focus, { ...pass, from, to }, count, given)]
}
