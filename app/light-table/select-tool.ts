import { computed, shallowRef } from 'vue'
import type { Reshape, Vec } from '#core/motion'
import { areaKept, distance, STILL } from '#core/motion'
import type { SelectedArt } from './art'
import { artAt, caughtBy, selectedBox, isEmpty, mapDraft } from './art'
import { useDesk } from '~/desk/desk'
import { RideDrag } from './ride-drag'
import { useLightTable } from './store'

/**
 * Where what is selected can be taken hold of: inside, at a corner, at a side, at the turning knob, at the mark
 * of the turning centre, and at the hook by which its column is hung on a part of another one.
 */
export type Grip =
  | { readonly kind: 'inside' | 'turn' | 'centre' | 'ride'; readonly at: Vec }
  | { readonly kind: 'corner' | 'side'; readonly at: Vec; readonly x: -1 | 0 | 1; readonly y: -1 | 0 | 1 }

export type Box = NonNullable<ReturnType<typeof selectedBox>>

/** How far a grip is taken hold of from, and how far the turning knob stands off, px of the screen. */
const NEAR = 9
const KNOB = 24

/**
 * Selecting strokes and figures of a drawing by clicking, by a lasso or a box; moving, turning, scaling and stretching
 * them.
 */
export class SelectTool {
  /** The line of the lasso, or two corners of the box, while it is drawn. */
  readonly line = shallowRef<Vec[]>([])
  private readonly desk = useDesk()
  readonly riding = new RideDrag(this.desk)
  private readonly table = useLightTable()
  /** The centre that is turned and scaled about, where it was moved. */
  private readonly moved = shallowRef<{ of: SelectedArt | null; at: Vec } | null>(null)
  readonly centre = computed(() =>
    this.moved.value?.of === this.table.selected ? (this.moved.value?.at ?? null) : null,
  )
  readonly box = computed<Box | null>(() => {
    const { scene, focus } = this.desk
    return isEmpty(this.table.selected) || !scene ? null : selectedBox(scene, focus!, this.table.selected!)
  })
  readonly about = computed<Vec | null>(() => {
    const b = this.box.value
    return this.centre.value ?? (b && { x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2 })
  })
  private before: string[] = []
  private drag: { grip: Grip; from: Vec; about: Vec; box: Box; moved: boolean } | null = null
  private adding = false

  grips(scale: number): Grip[] {
    const frame = this.frame(scale)
    if (!frame) return []
    const hook: Grip[] = this.desk.columns.length > 1 ? [{ kind: 'ride', at: hookOf(frame, scale) }] : []
    return [...gripsOf(frame, this.centre.value, scale), ...hook]
  }

  /** The frame around what is selected, that is taken hold of: not so small that its grips cover all of it. */
  frame(scale: number): Box | null {
    return this.box.value && frameAround(this.box.value, scale)
  }

  begin(e: PointerEvent, p: Vec, scale: number): void {
    this.desk.playing = false
    this.adding = e.shiftKey
    const grip = this.adding ? null : this.gripAt(p, scale)
    if (grip?.kind === 'ride') return this.riding.begin(grip.at)
    if (grip && this.box.value) {
      this.drag = { grip, from: p, about: this.about.value!, box: this.box.value, moved: false }
      return
    }
    const { selected } = this.table
    this.before = this.adding && selected ? [...selected.strokes, ...selected.subjects] : []
    this.line.value = [p]
  }

  move(e: PointerEvent, p: Vec, scale: number): void {
    const { drag } = this
    if (this.riding.look.value) return this.riding.move(p, scale)
    if (!drag) {
      this.line.value = this.table.lasso ? [...this.line.value, p] : [this.line.value[0]!, p]
      return
    }
    if (!drag.moved && distance(drag.from, p) * scale < 3) return
    drag.moved = true
    const { selected, keepWidth } = this.table
    if (drag.grip.kind === 'centre') {
      this.moved.value = { of: selected, at: p }
      return
    }
    const { reshape, words } = reshapeOf(drag.grip, { ...drag, to: p }, e)
    const { scene, focus } = this.desk.stored!
    const draft = mapDraft(scene, focus, selected!, reshape, { keepWidth, words })
    if (draft) this.desk.tryOut(draft, words)
  }

  end(p: Vec, scale: number): void {
    const { drag } = this
    if (this.riding.look.value) this.riding.end()
    else if (drag) this.endDrag(drag, p, scale)
    else this.endLine(scale)
  }

  cancel(): void {
    this.riding.cancel()
    this.drag = null
    this.line.value = []
  }

  busy = (): boolean => this.drag !== null || this.line.value.length > 0 || this.riding.look.value !== null

  private gripAt(p: Vec, scale: number): Grip | null {
    const near = this.grips(scale)
      .map(g => ({ g, d: distance(g.at, p) * scale }))
      .filter(x => x.d <= NEAR)
      .sort((a, b) => a.d - b.d)[0]
    if (near) return near.g
    const b = this.frame(scale)
    return b && p.x >= b.left && p.x <= b.right && p.y >= b.top && p.y <= b.bottom ? { kind: 'inside', at: p } : null
  }

  private endDrag({ grip, moved }: { grip: Grip; moved: boolean }, p: Vec, scale: number): void {
    this.drag = null
    if (moved && this.desk.preview) {
      this.desk.take()
      if (grip.kind === 'inside') this.moved.value = null
    } else if (grip.kind === 'inside') this.select(this.artUnder(p, scale))
  }

  private endLine(scale: number): void {
    const way = this.line.value
    this.line.value = []
    const { scene, focus, drawing } = this.desk
    if (!drawing) return
    const small = way.length < 2 || Math.max(...way.map(q => distance(q, way[0]!))) * scale < 4
    const outline = this.table.lasso ? way : boxLine(way)
    const inside = () => outline.flatMap(q => [q.x, q.y])
    this.select(small ? this.artUnder(way[0]!, scale) : caughtBy(scene!, focus!, inside(), this.table.seen))
  }

  private artUnder(p: Vec, scale: number): SelectedArt | null {
    return artAt(this.desk.scene!, this.desk.focus!, p, 5 / scale, this.table.seen)
  }

  /**
   * What was selected with Shift comes to what was selected before; what was selected already is let go by a click with
   * Shift.
   */
  private select(found: SelectedArt | null): void {
    this.moved.value = null
    const { selected } = this.table
    if (!this.adding || !selected) {
      this.table.selected = isEmpty(found) ? null : found
      return
    }
    const single = found && found.strokes.length + found.subjects.length === 1
    const merge = (old: readonly string[], now: readonly string[]): string[] =>
      single && now.length === 1 && this.before.includes(now[0]!)
        ? old.filter(x => x !== now[0])
        : [...new Set([...old, ...now])]
    this.table.selected = {
      drawing: selected.drawing,
      strokes: merge(selected.strokes, found?.strokes ?? []),
      subjects: merge(selected.subjects, found?.subjects ?? []),
    }
  }
}

/** The hook of a frame, on the other side of its turning knob from the turning centre's mark. */
export const hookOf = (b: Box, scale: number): Vec => ({
  x: (b.left + b.right) / 2 - KNOB / scale,
  y: b.top - KNOB / scale,
})

/** The box that has two points as its corners, as a closed line. */
const boxLine = (way: readonly Vec[]): readonly Vec[] =>
  way.length > 1 ? [way[0]!, { x: way[1]!.x, y: way[0]!.y }, way[1]!, { x: way[0]!.x, y: way[1]!.y }] : way

/** A frame is at least so wide and high, px of the screen: between its grips there is room to take hold of what is in it. */
const LEAST = 44

/** A box made so large that it can be taken hold of, about its middle. */
export function frameAround(b: Box, scale: number): Box {
  const [wide, high] = [Math.max(b.right - b.left, LEAST / scale), Math.max(b.bottom - b.top, LEAST / scale)]
  const [mx, my] = [(b.left + b.right) / 2, (b.top + b.bottom) / 2]
  return { left: mx - wide / 2, right: mx + wide / 2, top: my - high / 2, bottom: my + high / 2 }
}

/**
 * The grips of a box, with the knob that turns it above. The centre that it is turned about has its mark beside the knob,
 * out of the way of what is selected, until it is put somewhere.
 */
export function gripsOf(b: Box, centre: Vec | null, scale: number): Grip[] {
  const [mx, my] = [(b.left + b.right) / 2, (b.top + b.bottom) / 2]
  const at = (x: number, y: number): Vec => ({
    x: x < 0 ? b.left : x > 0 ? b.right : mx,
    y: y < 0 ? b.top : y > 0 ? b.bottom : my,
  })
  return [
    { kind: 'centre', at: centre ?? { x: mx + KNOB / scale, y: b.top - KNOB / scale } },
    { kind: 'turn', at: { x: mx, y: b.top - KNOB / scale } },
    ...CORNERS.map(([x, y]): Grip => ({ kind: 'corner', x, y, at: at(x, y) })),
    ...SIDES.map(([x, y]): Grip => ({ kind: 'side', x, y, at: at(x, y) })),
  ]
}

const CORNERS = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
] as const
const SIDES = [
  [0, -1],
  [1, 0],
  [0, 1],
  [-1, 0],
] as const

/**
 * What dragging a grip from one point to another does. Shift turns by twelfths; Alt at a side stretches without keeping
 * the area.
 */
export function reshapeOf(
  grip: Grip,
  { from, to, about, box }: { from: Vec; to: Vec; about: Vec; box: Box },
  e: { shiftKey: boolean; altKey: boolean },
): { reshape: Reshape; words: string } {
  const still = STILL(about)
  if (grip.kind === 'turn') {
    const turn = Math.atan2(to.y - about.y, to.x - about.x) - Math.atan2(from.y - about.y, from.x - about.x)
    const step = Math.PI / 12
    return { reshape: { ...still, turn: e.shiftKey ? Math.round(turn / step) * step : turn }, words: 'Turn' }
  }
  if (grip.kind === 'corner') {
    const k = Math.max(0.02, distance(to, about) / Math.max(1, distance(grip.at, about)))
    return { reshape: { ...still, scale: { x: k, y: k } }, words: 'Scale' }
  }
  if (grip.kind === 'side') {
    const upright = grip.x === 0
    const length = upright ? grip.at.y - about.y : grip.at.x - about.x
    // Where the centre lies on the side itself, the whole box is the measure.
    const whole = Math.abs(length) > 1 ? length : upright ? box.bottom - box.top : box.right - box.left
    const k = Math.max(0.05, (upright ? to.y - about.y : to.x - about.x) / whole)
    const across = areaKept(k)
    const scale = upright ? { x: e.altKey ? 1 : across.x, y: k } : { x: k, y: e.altKey ? 1 : across.x }
    return { reshape: { ...still, scale }, words: e.altKey ? 'Stretch one way' : 'Stretch, the area kept' }
  }
  const move = { x: to.x - from.x, y: to.y - from.y }
  if (e.shiftKey) move[Math.abs(move.x) > Math.abs(move.y) ? 'y' : 'x'] = 0
  return { reshape: { ...still, move }, words: 'Move' }
}
