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
/** A production with its shots. */
export interface ProductionInList {
  id: string
  name: string
  shots: ShotInList[]
}
