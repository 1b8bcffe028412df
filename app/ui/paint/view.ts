import type { Affine } from '#core/motion'
import { after, inverseOf } from '#core/motion'

/** How the picture lies on a canvas: its scale, and where its corner is, px. */
export interface View {
  readonly scale: number
  readonly x: number
  readonly y: number
}

/** A map of the picture as a map of the canvas. */
export function onCanvas(m: Affine, v: View): [number, number, number, number, number, number] {
  const view: Affine = [v.scale, 0, 0, v.scale, v.x, v.y]
  return [...after(view, after(m, inverseOf(view)))] as [number, number, number, number, number, number]
}
