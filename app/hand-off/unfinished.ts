import type { GifChoices, ImageChoices, MovieChoices, PaperChoices } from './choices'

/** Several shots that are being exported: what is done by now outlives the window. */
export interface Unfinished {
  readonly id: string
  readonly order: Order
  /** Names of the finished parts, by the place of their shot; null for those that are not. */
  readonly done: readonly (DonePart | null)[]
}
export interface DonePart {
  readonly scratch: string
  readonly name: string
  readonly type: string
}

/** What is exported: one kind of it, of which shots. */
export type Order = { readonly shots: readonly OrderedShot[]; readonly production: string } & (
  | { readonly kind: 'movie'; readonly choices: MovieChoices; readonly apart: boolean }
  | { readonly kind: 'gif'; readonly choices: GifChoices }
  | { readonly kind: 'images'; readonly choices: ImageChoices }
  | { readonly kind: 'paper'; readonly choices: PaperChoices }
)
/** A shot, whole, in its production; its frames where it is the one that is open. */
export interface OrderedShot {
  readonly id: string
  readonly name: string
  readonly length: number
  readonly rate: { readonly num: number; readonly den: number }
  readonly picture: { readonly width: number; readonly height: number }
}

/** Held by a window for as long as it exports: another one does not take up the same. */
export const lockOf = (id: string): string => `fintro-export-${id}`

/** True where no window is at it. Where the browser has no locks, nobody can tell: then it is nobody's. */
export async function isLeft(id: string): Promise<boolean> {
  const { held = [] } = (await navigator.locks?.query()) ?? {}
  return !held.some(l => l.name === lockOf(id))
}
