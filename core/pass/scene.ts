import type { Plan, Shot } from '../document/document'
import { shownPlan } from '../document/shown'
import { Contents } from './contents'

/** A shot in one of its plans, as the plan is seen: with what repeat brackets add. */
export interface Moment {
  readonly shot: Shot
  readonly plan: Plan
}

/** A moment with what is worked out from it. Everything that looks at a shot, draws it or makes commands takes one. */
export interface Scene extends Moment {
  readonly contents: Contents
}

/** A shot as it is seen in a plan; `contents` keep what was worked out before. */
export const sceneOf = (shot: Shot, plan: string, contents = new Contents()): Scene => ({
  shot,
  plan: shownPlan(shot, shot.plans[plan]!),
  contents,
})
