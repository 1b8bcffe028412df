import { chainEnd, layBones, reach, turnBone } from '../figure'
import type { Vec } from '../motion'
import { distance } from '../motion'
import type { Chart, Pin, Stack } from '../document/document'
import type { Shown } from './content-cache'

/** How well a pin holds in a drawing: where the part should be, and how far from there it is, px. */
export interface Held {
  readonly pin: Pin
  readonly target: Vec
  readonly off: number
}

/** The pins that hold a drawing: those that name it, and those that name both poses of its chart. */
export const pinsOn = (pins: readonly Pin[], drawing: string, chart: Chart | null): Pin[] =>
  pins.filter(
    p => p.drawings.includes(drawing) || (!!chart && p.drawings.includes(chart.from) && p.drawings.includes(chart.to)),
  )

/** Where the pinned part of a pose is now; null where the figure has no such part. */
export function pinnedPoint(stack: Stack, content: Shown, pin: { subject: string; part: string }): Vec | null {
  const [subject, pose] = [stack.subjects[pin.subject], content.poses[pin.subject]]
  if (!subject || !pose) return null
  if (pin.part === 'place') return pose.place
  const chain = subject.figure.chains.find(c => c.id === pin.part)
  return chain ? chainEnd(subject.figure, pose, chain) : null
}

/** The content with its pinned parts at their places, as far as they reach; a limb's lengths never change. */
export function pinned(stack: Stack, content: Shown, pins: readonly Pin[], targetOf: (pin: Pin) => Vec | null): Shown {
  const poses = { ...content.poses }
  // The body first, then the limbs, so that a limb reaches from where the body has come to.
  for (const pin of [...pins].sort((a, b) => Number(b.part === 'place') - Number(a.part === 'place'))) {
    const [subject, pose, target] = [stack.subjects[pin.subject], poses[pin.subject], targetOf(pin)]
    if (!subject || !pose || !target) continue
    if (pin.part === 'place') poses[pin.subject] = { ...pose, place: target }
    const chain = subject.figure.chains.find(c => c.id === pin.part)
    if (!chain) continue
    const lying = chain.tip ? layBones(subject.figure, pose).get(chain.tip)!.angle : 0
    const reached = reach(subject.figure, pose, chain, target)
    poses[pin.subject] = chain.tip ? turnBone(subject.figure, reached, chain.tip, lying) : reached
  }
  return { ...content, poses }
}

/** How the pins of a drawing hold. */
export function holdOf(stack: Stack, content: Shown, pins: readonly Pin[], targetOf: (pin: Pin) => Vec | null): Held[] {
  return pins.flatMap(pin => {
    const [at, target] = [pinnedPoint(stack, content, pin), targetOf(pin)]
    return at && target ? [{ pin, target, off: distance(at, target) }] : []
  })
}
