import { sizeAt } from './given'

/** Sizes that pictures go out in: shares of their own, with the px they come to. */
export function scales(picture: { width: number; height: number }): { value: number; name: string }[] {
  return [1, 0.75, 0.5, 0.25].map(value => {
    const { width, height } = sizeAt(picture, value)
    return { value, name: `${width} × ${height}` }
  })
}
