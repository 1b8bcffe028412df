import { subjectsOf } from '#core/document'
import type { Pass, Scene } from '#core/pass'
import { passFrames } from '#core/pass'
import { againstGravity, fallFrames, jumpHeight, metresOf, swingFrames } from '#core/travel'
import type { Stack } from '#core/document'

/** A sentence of gravity about a pass, and the frames it would take. */
export interface GravityWord {
  readonly words: string
  readonly frames: number
}
export interface Gravity {
  /** Frames of the pass as it is. */
  readonly now: number
  readonly fall: GravityWord | null
  readonly swing: GravityWord
  readonly jump: string
}

/**
 * What gravity says of a pass of the first subject that stands on both its poses; null where there is none, or no
 * scale.
 */
export function gravityOf(scene: Scene, stack: Stack, pass: Pass): Gravity | null {
  const { scale, rate } = scene.shot
  const [from, to] = [pass.from, pass.to].map(end => scene.contents.of(scene, stack, end.drawing).poses)
  const subject = subjectsOf(stack).find(s => from![s.id] && to![s.id])
  if (!scale || !subject) return null
  const [first, second] = [from![subject.id]!, to![subject.id]!]
  const height = second.place.y - first.place.y
  const hangs = subject.figure.bones.find(b => b.hangs) ?? subject.figure.bones[0]!
  const length = hangs.length * first.size
  const now = passFrames(pass)
  const metres = (px: number) => `${metresOf(scale, Math.abs(px)).toFixed(2)} m`
  const word = (frames: number, words: string): GravityWord => ({ words, frames: Math.max(1, Math.round(frames)) })
  const fall = fallFrames(scale, rate, height)
  const swing = swingFrames(scale, rate, length)
  const falls = `${height > 0 ? 'Falls' : 'Rises'} ${metres(height)}: ${againstGravity(fall, now)}.`
  return {
    now,
    fall: Math.abs(height) > 1 ? word(fall, falls) : null,
    swing: word(swing, `${hangs.name}, ${metres(length)} long, swings over in ${againstGravity(swing, now)}.`),
    jump: `A jump of ${now} frames is ${jumpHeight(rate, now).toFixed(2)} m high.`,
  }
}
