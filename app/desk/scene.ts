import type { Column, Drawing, Shot, Stack } from '#core/document'
import { columnsOf } from '#core/document'
import type { Pass, Scene as CoreScene, Shown, StrokeBy } from '#core/pass'
import { drawingShown } from '#core/pass'
import type { Frames, Place } from '#core/sheet'
import { exposedOn, shownAt } from '#core/sheet'
import type { Stroke } from '#core/stroke'

/** Takes strokes that are made here. */
export interface Keeper {
  readonly note: (stroke: Stroke) => string
  readonly keep: (stroke: Stroke) => string
}

/**
 * A shot as it is seen, with what is worked out from it and its strokes: what everything that draws or makes commands
 * takes.
 */
export interface Scene extends CoreScene {
  readonly columns: readonly Column[]
  readonly strokeBy: StrokeBy
  /** Where strokes are noted that are looked at, and kept that a command will name; both give their hash. */
  readonly keeper: Keeper
}

/** Selected frames: of `columns` (from left to right), begun in `column`. */
export interface Selection {
  readonly column: string
  readonly columns: readonly string[]
  readonly first: number
  readonly last: number
  /** Not all frames from first to last, but the exposures of this drawing: wherever it is exposed at the time. */
  readonly drawing?: string
  /** Not all frames from first to last, but these passages, in order. */
  readonly passages?: readonly Frames[]
}

/** What is worked on in a scene. */
export interface Focus {
  readonly column: Column | null
  readonly stack: Stack | null
  /** The exposure and the drawing under the playhead. */
  readonly place: Place | null
  readonly drawing: Drawing | null
  /** The playhead; `workFrame` stays where playing was started, while it plays. */
  readonly frame: number
  readonly workFrame: number
  readonly selection: Selection | null
}

/** Where one is, by ids and frames: a focus is this, looked up in a scene. */
export interface Whereabouts {
  readonly column: string
  readonly workFrame: number
  readonly selection: Selection | null
}

/** The first column is worked on where the named one is not there. */
export function focusIn(scene: Scene, { column: id, workFrame, selection }: Whereabouts): Focus {
  const column = scene.plan.columns[id] ?? scene.columns[0] ?? null
  const stack = column && scene.shot.stacks[column.stack]!
  const shown = column && drawingShown(column, workFrame)
  return {
    column,
    stack,
    place: column && shownAt(column.runs, workFrame),
    drawing: shown ? (stack!.drawings[shown] ?? null) : null,
    frame: workFrame,
    workFrame,
    selection,
  }
}

/** A focus whose playhead is asked for: what does not ask is not worked out anew while it plays. */
export const withPlayhead = (focus: Focus, frame: () => number): Focus => ({
  ...focus,
  get frame() {
    return frame()
  },
})

export const withColumns = (scene: CoreScene, strokeBy: StrokeBy, keeper: Keeper): Scene => ({
  ...scene,
  columns: columnsOf(scene.plan),
  strokeBy,
  keeper,
})

/** The frames that range commands work on: the selection, or the exposure under the playhead. */
export function rangeOf({ column, place, selection: s, workFrame }: Focus): Frames {
  if (s && s.column === column?.id) {
    const all = s.drawing ? exposedOn(column.runs, s.drawing) : []
    if (all.length) return { first: all[0]!.first, last: all.at(-1)!.last }
    if (!s.drawing) return { first: s.first, last: s.last }
  }
  return place
    ? { first: place.start, last: place.start + place.run.frames - 1 }
    : { first: workFrame, last: workFrame }
}

/**
 * The frames that things land on and are taken from: the selection, or the one frame under the playhead, also within a
 * hold, on a blank and after the end.
 */
export const landingOf = (focus: Focus): Frames =>
  focus.selection?.column === focus.column?.id && focus.selection
    ? rangeOf(focus)
    : { first: focus.workFrame, last: focus.workFrame }

/** What is on the drawing under the playhead; null where none is shown. */
export const contentHere = (scene: Scene, { drawing, stack }: Focus): Shown | null =>
  drawing && scene.contents.of(scene, stack!, drawing.id)

/** The passes of the column that is worked on. */
export const passesHere = (scene: Scene, { column }: Focus): readonly Pass[] =>
  column ? scene.contents.passes(scene, column) : []

/** How many frames are exposed in the longest of some columns. */
export const longest = (columns: readonly Column[]): number => Math.max(0, ...columns.map(c => c.runs.frames))

/** The last frame on which anything is exposed, the background aside. */
export const exposedEnd = (columns: readonly Column[]): number => longest(columns.filter(c => !c.background))

/** Frames that are exposed beyond the end of the shot. */
export const overhangOf = (shot: Shot, columns: readonly Column[]): number => longest(columns) - shot.length
