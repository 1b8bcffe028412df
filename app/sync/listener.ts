import type { OutboxState } from './outbox'

/**
 * The state of saving. `kept` are changes that the server does not have, `onlyHere` those of them that only this open
 * window has.
 */
export interface Saving {
  readonly state: OutboxState
  readonly kept: number
  readonly onlyHere: number
  /** Changes that the server never takes, set aside in this browser. */
  readonly aside: number
}

export interface Told {
  readonly message: string
  readonly detail?: string
}
export interface SessionListener {
  /** The shot is another one now. */
  shotChanged: () => void
  /** The undo steps are other ones now. */
  stepsChanged: () => void
  /** The state of saving is another one now. */
  savingChanged: () => void
  /** Strokes or pictures that were asked for have come. */
  arrived: () => void
  /** Something a person must know. */
  tell: (told: Told) => void
}
