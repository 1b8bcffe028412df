import { kelpOnTheLine } from './kelp-on-the-line'
import type { Shot } from '../core/document'
import type { Stroke } from '#core/stroke'
import { lanternLift } from './lantern-lift'
import { overTheWater } from './over-the-water'
import { theStair } from './the-stair'
import { spongeSteps } from './sponge-steps'

export const PRODUCTION = 'Gull Point Lamp'

/** A shot of the demo, with the strokes it is drawn with and the files of what is heard in it. */
export interface DemoShot {
  readonly shot: Shot
  readonly strokes: Stroke[]
  readonly files?: readonly Buffer[]
}

/** The made-up production, shot by shot. */
export const demoShots = (): DemoShot[] => [lanternLift(), spongeSteps(), kelpOnTheLine(), overTheWater(), theStair()]
