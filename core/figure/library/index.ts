import type { Figure } from '../figure'
import { chainOfLinks, hook } from './chain'
import { lantern, personWithLantern } from './lantern'
import { person } from './person'
import { personThreeQuarter } from './person-three-quarter'
import { ball, box } from './solids'

export { ball, box, chainOfLinks, hook, lantern, person, personThreeQuarter, personWithLantern }
export { oneBoneFigure } from './solids'

/** The figures that a new subject can be made from. */
export const library: readonly Figure[] = [
  person,
  personThreeQuarter,
  personWithLantern,
  ball,
  box,
  chainOfLinks,
  lantern,
  hook,
]
