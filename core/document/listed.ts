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
}
/** A shot that was deleted and can be brought back. */
export interface BinnedShot extends ShotInList {
  /** The name of its production. */
  production: string
  /** ISO 8601. */
  deletedAt: string
}
/** A production with its shots. */
export interface ProductionInList {
  id: string
  name: string
  shots: ShotInList[]
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
