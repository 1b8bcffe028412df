/** How the picture lies on a canvas: its scale, and where its corner is, px. */
export interface View {
  readonly scale: number
  readonly x: number
  readonly y: number
}
