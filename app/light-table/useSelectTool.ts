import { computed, shallowRef } from 'vue'
import type { Reshape, Vec } from '#core/motion'
import { areaKept, distance, STILL } from '#core/motion'
import type { SelectedArt } from './art'
import { artAt, caughtBy, selectedBox, isEmpty, mapDraft } from './art'
import type { Desk } from '~/desk/desk'
import type { LightTable } from './light-table'

/** Where what is selected can be taken hold of: inside, at a corner, at a side, at the turning knob, at the centre. */
export type Grip =
  | { readonly kind: 'inside' | 'turn' | 'centre'; readonly at: Vec }
  | { readonly kind: 'corner' | 'side'; readonly at: Vec; readonly x: -1 | 0 | 1; readonly y: -1 | 0 | 1 }

/** How far a grip is taken hold of from, and how far the turning knob stands off, px of the screen. */
const NEAR = 9
const KNOB = 24

/** Selecting strokes and figures of a drawing by clicking, by a lasso or a box; moving, turning, scaling and stretching them. */
export function useSelectTool(desk: Desk, table: LightTable) {
  /** The line of the lasso, or two corners of the box, while it is drawn. */
  const line = shallowRef<Vec[]>([])
  /** The centre that is turned and scaled about, where it was moved. */
  const moved = shallowRef<{ of: SelectedArt | null; at: Vec } | null>(null)
  const centre = computed(() => (moved.value?.of === table.selected ? (moved.value?.at ?? null) : null))
  let before: string[] = []
  let drag: {
    grip: Grip
    from: Vec
    about: Vec
    box: NonNullable<ReturnType<typeof selectedBox>>
    moved: boolean
  } | null = null
  let adding = false

  const box = computed(() => (isEmpty(table.selected) ? null : selectedBox(desk, table.selected!)))
  const about = computed<Vec | null>(
    () =>
      centre.value ??
      (box.value && { x: (box.value.left + box.value.right) / 2, y: (box.value.top + box.value.bottom) / 2 }),
  )

  function grips(scale: number): Grip[] {
    const b = box.value
    if (!b || !about.value) return []
    const [mx, my] = [(b.left + b.right) / 2, (b.top + b.bottom) / 2]
    const at = (x: -1 | 0 | 1, y: -1 | 0 | 1): Vec => ({
      x: x < 0 ? b.left : x > 0 ? b.right : mx,
      y: y < 0 ? b.top : y > 0 ? b.bottom : my,
    })
    const corner = ([x, y]: readonly [-1 | 1, -1 | 1]): Grip => ({ kind: 'corner', x, y, at: at(x, y) })
    const side = ([x, y]: readonly [-1 | 0 | 1, -1 | 0 | 1]): Grip => ({ kind: 'side', x, y, at: at(x, y) })
    return [
      { kind: 'centre', at: about.value },
      { kind: 'turn', at: { x: mx, y: b.top - KNOB / scale } },
      ...(
        [
          [-1, -1],
          [1, -1],
          [1, 1],
          [-1, 1],
        ] as const
      ).map(corner),
      ...(
        [
          [0, -1],
          [1, 0],
          [0, 1],
          [-1, 0],
        ] as const
      ).map(side),
    ]
  }

  function gripAt(p: Vec, scale: number): Grip | null {
    const near = grips(scale)
      .map(g => ({ g, d: distance(g.at, p) * scale }))
      .filter(x => x.d <= NEAR)
      .sort((a, b) => a.d - b.d)[0]
    if (near) return near.g
    const b = box.value
    return b && p.x >= b.left && p.x <= b.right && p.y >= b.top && p.y <= b.bottom ? { kind: 'inside', at: p } : null
  }

  function begin(e: PointerEvent, p: Vec, scale: number): void {
    desk.playing = false
    adding = e.shiftKey
    const grip = adding ? null : gripAt(p, scale)
    if (grip && box.value) {
      drag = { grip, from: p, about: about.value!, box: box.value, moved: false }
      return
    }
    before = adding ? [...(table.selected?.strokes ?? []), ...(table.selected?.subjects ?? [])] : []
    line.value = [p]
  }

  function move(e: PointerEvent, p: Vec, scale: number): void {
    if (!drag) {
      line.value = table.lasso ? [...line.value, p] : [line.value[0]!, p]
      return
    }
    if (!drag.moved && distance(drag.from, p) * scale < 3) return
    drag.moved = true
    if (drag.grip.kind === 'centre') {
      moved.value = { of: table.selected, at: p }
      return
    }
    const { reshape, words } = reshapeOf(drag.grip, drag.from, p, drag.about, drag.box, e)
    const draft = mapDraft(desk, table.selected!, reshape, { keepWidth: table.keepWidth, words })
    if (draft) desk.tryOut(draft, words)
  }

  function end(p: Vec, scale: number): void {
    if (drag) {
      const { grip, moved: went } = drag
      drag = null
      if (went && desk.preview) {
        desk.take()
        if (grip.kind === 'inside') moved.value = null
      } else if (grip.kind === 'inside') select(artAt(desk, p, 5 / scale, table.seen))
      return
    }
    const way = line.value
    line.value = []
    const outline = table.lasso
      ? way
      : way.length > 1
        ? [way[0]!, { x: way[1]!.x, y: way[0]!.y }, way[1]!, { x: way[0]!.x, y: way[1]!.y }]
        : way
    const small = way.length < 2 || Math.max(...way.map(q => distance(q, way[0]!))) * scale < 4
    if (!desk.drawing) return
    select(
      small
        ? artAt(desk, way[0]!, 5 / scale, table.seen)
        : caughtBy(
            desk,
            outline.flatMap(q => [q.x, q.y]),
            table.seen,
          ),
    )
  }

  /** What was selected with Shift comes to what was selected before; what was selected already is let go by a click with Shift. */
  function select(found: ReturnType<typeof artAt>): void {
    moved.value = null
    if (!adding || !table.selected) {
      table.selected = isEmpty(found) ? null : found
      return
    }
    const single = found && found.strokes.length + found.subjects.length === 1
    const merge = (old: readonly string[], now: readonly string[]): string[] =>
      single && now.length === 1 && before.includes(now[0]!)
        ? old.filter(x => x !== now[0])
        : [...new Set([...old, ...now])]
    table.selected = {
      drawing: table.selected.drawing,
      strokes: merge(table.selected.strokes, found?.strokes ?? []),
      subjects: merge(table.selected.subjects, found?.subjects ?? []),
    }
  }

  function cancel(): void {
    drag = null
    line.value = []
  }

  return {
    line,
    box,
    about,
    centre,
    grips,
    gripAt,
    begin,
    move,
    end,
    cancel,
    busy: () => drag !== null || line.value.length > 0,
  }
}

/** What dragging a grip from one point to another does. Shift turns by twelfths; Alt at a side stretches without keeping the area. */
function reshapeOf(
  grip: Grip,
  from: Vec,
  to: Vec,
  about: Vec,
  box: { left: number; top: number; right: number; bottom: number },
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
