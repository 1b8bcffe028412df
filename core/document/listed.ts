import type { Shelved, ShelfKind } from './shelf'

/** A shot as the list of shots shows it. */
export interface ShotInList {
  id: string
  name: string
  revision: number
  /** When it was changed last, ISO 8601. */
  updatedAt: string
  length: number
  rate: { num: number; den: number }
  picture: { width: number; height: number }
  /** How far it is, in words of one's own. */
  status: string | null
}
/** A shot that was deleted and can be brought back. */
export interface BinnedShot extends Omit<ShotInList, 'status'> {
  /** The name of its production. */
  production: string
  /** ISO 8601. */
  deletedAt: string
}
/** A production in which shots were found, with those of them that are on the page. */
export interface ProductionInList {
  id: string
  name: string
  /** How many were found in it. */
  count: number
  /** The place of the first of them among all that were found. */
  from: number
  shots: ShotInList[]
}
/** A page of the list of shots. */
export interface ListPage {
  /** How many shots were found. */
  total: number
  /** The place of the first shot on this page. */
  from: number
  /** All productions in which something was found, in their order. */
  productions: ProductionInList[]
  /** The statuses that there are, whatever was looked for. */
  statuses: { name: string; count: number }[]
}
/**
 * Why an earlier state of a shot was kept: after so many changes, before an upgrade of its form, because someone set a
 * mark, or because it could not be read and another one was put in its place.
 */
export type StateKind = 'regular' | 'upgrade' | 'mark' | 'unreadable'
/** An earlier state of a shot, kept whole. */
export interface KeptState {
  revision: number
  kind: StateKind
  /** What a mark is called. */
  name: string | null
  /** ISO 8601. */
  at: string
}
/** A thing on the shelf of a production, as the shelf lists it. */
export interface ShelfThing {
  id: string
  kind: ShelfKind
  name: string
  /** Counts up with each change of what it is. */
  version: number
  /** When it was changed last, ISO 8601. */
  changedAt: string
  /** The name of its production. */
  production: string
}
/** A thing on a shelf with what it is, in one of its versions. */
export interface ShelfOriginal extends ShelfThing {
  /** The version of `content`; `version` is the newest one. */
  of: number
  content: Shelved
}
/** A page of a shelf. */
export interface ShelfPage {
  /** The production whose shelf it is; null where several were asked. */
  production: string | null
  total: number
  from: number
  things: ShelfThing[]
}
