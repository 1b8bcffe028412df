import type { NewId, Runs } from '.'
import { listOf, runsOf } from '.'

/**
 * A row of exposures as it is written: "1*2 X*3 2" is drawing 1 for two frames, a blank for three, drawing 2 for one.
 */
export const row = (text: string): Runs =>
  runsOf(
    text.split(' ').map((t, i) => {
      const [drawing, frames] = t.split('*')
      return { id: `r${i}`, drawing: drawing === 'X' ? null : drawing!, frames: Number(frames ?? 1) }
    }),
  )

/** Exposures as they are written. */
export const text = (runs: Runs): string =>
  listOf(runs)
    .map(r => `${r.drawing ?? 'X'}*${r.frames}`)
    .join(' ')

/** New ids, counted. */
export const ids = (): NewId => {
  let n = 0
  return () => `n${n++}`
}
