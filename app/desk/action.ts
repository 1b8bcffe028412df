import type { Desk, Preview } from './desk'

/** One thing that can be done from anywhere: by key, by the command search, by a button. */
export interface Action {
  readonly id: string
  readonly name: string
  /** What its name does not say, in a few words. */
  readonly hint?: string
  readonly group: 'Look' | 'Poses' | 'In-betweens' | 'Exposure' | 'Draw' | 'Shot'
  /** Keys as tinykeys writes them. */
  readonly keys: readonly string[]
  /** May be asked again while the key is held. */
  readonly repeats?: boolean
  /** It stands behind this action in lists, not where its room puts it. */
  readonly after?: string
  /** Its keys mean this, and not what they mean otherwise, whenever it can be done. */
  readonly first?: boolean
  /** Its keys mean it only where this holds; by its name it can be done anywhere. */
  readonly when?: (d: Desk, key: string) => boolean
  readonly can?: (d: Desk) => boolean
  /** Why it cannot be done, where it cannot: a sentence. */
  readonly why?: string
  /** For what is switched: whether it is on. */
  readonly on?: (d: Desk) => boolean
  /** `tried` is what was being shown when it was asked; it has been dropped by then. */
  readonly do: (d: Desk, tried: Preview | null) => void
  /** What happens when the key is let go, for what lasts only while it is held. */
  readonly release?: (d: Desk) => void
}

/** There is something exposed to work on. */
export const hasExposure = (d: Desk): boolean => !!d.place

/** Why an action cannot be done now: a sentence. */
export function whyNot(a: Action, d: Desk): string {
  if (a.why) return a.why
  if (!d.column) return 'there is no column yet.'
  if (!d.place) return 'nothing is exposed on this frame.'
  return d.drawing ? 'there is nothing here to do that with.' : 'no drawing is on this frame.'
}
