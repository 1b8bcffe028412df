import type { Shot } from '../../document'
import { makeShot, SCHEMA } from '../../document'
import { rate } from '../../time'
import type { Command } from '../apply'
import { applyCommand } from '../apply'
import { carried } from './carried'
import { charted } from './charted'
import { cycled } from './cycled'
import { drawn } from './drawn'
import type { Example } from './kit'
import { SHOT } from './kit'
import { moved } from './moved'
import { timed } from './timed'

export { FILES, SHOT, STROKES } from './kit'

/**
 * Every command at least once, each as it is sent: one after the other they are applied to the shot that `exampleShot`
 * makes, once `STROKES` and `FILES` are kept.
 */
export const EXAMPLES: readonly Command[] = [...drawn, ...charted, ...timed, ...cycled, ...moved, ...carried].map(
  ({ id, name, args }: Example, i) =>
    ({ id: id ?? `example-${String(i + 1).padStart(3, '0')}`, schema: SCHEMA, name, args }) as Command,
)

/** The new shot that the examples work on. */
export const exampleShot = (): Shot =>
  makeShot(SHOT, {
    name: 'Crane',
    picture: { width: 1920, height: 1080 },
    rate: rate(24),
    paper: '#fffdf6',
    length: 60,
  })

/** What each example does, in words. Throws where one is refused. */
export function exampleWords(): string[] {
  let shot = exampleShot()
  return EXAMPLES.map(command => {
    const out = applyCommand(shot, command)
    if (!out.ok) throw new Error(`${command.id} ${command.name}: ${out.refusal.message}`)
    shot = out.shot
    return out.label
  })
}
