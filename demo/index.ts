import { kelpOnTheLine } from './kelp-on-the-line'
import { lanternLift } from './lantern-lift'
import { spongeSteps } from './sponge-steps'

export const PRODUCTION = 'Gull Point Lamp'

/** The made-up production, shot by shot, with the strokes it is drawn with. */
export const demoShots = () => [lanternLift(), spongeSteps(), kelpOnTheLine()]
