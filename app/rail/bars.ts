import type { Bar } from '#core/pass'
import { railOf } from '#core/pass'
import type { Focus, Scene } from '~/desk/scene'

/** All bars of the column that is worked on. */
export const barsHere = (scene: Scene, { column }: Focus): readonly Bar[] => (column ? railOf(scene, column).bars : [])

/** The picked bars of the column that is worked on; what a repeat adds cannot be picked. */
export const pickedBars = (scene: Scene, focus: Focus, picked: ReadonlySet<string>): Bar[] =>
  picked.size ? barsHere(scene, focus).filter(b => picked.has(b.run.id) && !b.run.again) : []

/** The bars that move with one that is dragged: all picked ones when it is among them. */
export const movingWith = (scene: Scene, focus: Focus, bar: Bar, picked: ReadonlySet<string>): Bar[] =>
  picked.has(bar.run.id) && !bar.run.again ? pickedBars(scene, focus, picked) : [bar]
