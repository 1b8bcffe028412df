import type { Frames, Place } from '../sheet'
import { runBefore, shownAt } from '../sheet'
import type { Column } from '../document/document'
import { isPose } from './passes'
import type { Scene } from './scene'

/**
 * What is played where nothing is drawn yet: the last drawing with something on it is held, the drawing is seen as it
 * is (blank), or its frames are left out.
 */
export type Undrawn = 'hold' | 'blank' | 'skip'

/** How unfinished work is played. */
export interface Playing {
  readonly undrawn: Undrawn
  /** Each pose is held up to the next one; what stands in between is not seen. */
  readonly posesOnly: boolean
}

/** What is seen of each column while a scene is played. */
export class Played {
  /**
   * What an exposure shows, by column and by the frame it begins on: looked back for once. Undefined where nothing that
   * could be held comes before.
   */
  private readonly known = new Map<string, Map<number, string | null | undefined>>()

  constructor(
    private readonly scene: Scene,
    private readonly how: Playing,
  ) {}

  /**
   * The drawing that a column shows on a frame while it plays; null where it is blank. Where nothing came before that
   * could be held, it is what is exposed.
   */
  drawing(column: Column, frame: number): string | null {
    const place = shownAt(column.runs, frame)
    if (!place?.run.drawing) return null
    const shown = this.heldAt(column, place)
    return shown === undefined ? place.run.drawing : shown
  }

  private heldAt(column: Column, place: Place): string | null | undefined {
    const known = this.known.get(column.id) ?? new Map<number, string | null | undefined>()
    this.known.set(column.id, known)
    const passed: number[] = []
    let shown: string | null | undefined
    for (let at: Place | null = place; at; at = runBefore(column.runs, at)) {
      if (known.has(at.start)) {
        shown = known.get(at.start)
        break
      }
      passed.push(at.start)
      const { drawing } = at.run
      if (drawing === null || this.isShown(column, drawing)) {
        shown = drawing
        break
      }
    }
    for (const start of passed) known.set(start, shown)
    return shown
  }

  /** Frames that are left out, since the column shows a drawing there with nothing on it yet. */
  leftOut(column: Column, { first, last }: Frames): number[] {
    if (this.how.undrawn !== 'skip') return []
    const out: number[] = []
    for (let f = first; f <= last; f++) {
      const shown = this.drawing(column, f)
      if (shown && !this.isDrawn(column, shown)) out.push(f)
    }
    return out
  }

  private isShown(column: Column, drawing: string): boolean {
    const { undrawn, posesOnly } = this.how
    const d = this.scene.shot.stacks[column.stack]!.drawings[drawing]
    if (posesOnly && d && !isPose(d)) return false
    return undrawn !== 'hold' || this.isDrawn(column, drawing)
  }

  private isDrawn(column: Column, drawing: string): boolean {
    const { scene } = this
    return scene.contents.state(scene, scene.shot.stacks[column.stack]!, drawing) !== 'empty'
  }
}
