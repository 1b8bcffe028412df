import { plural } from '#core/basic'
import { placeName, recipeName, snapTo } from '#core/chart'
import type { Draft } from '#core/commands'
import { refOf } from '#core/commands'
import { MOST_LEAD } from '#core/motion'
import type { Bar, Section } from '#core/pass'
import { fromScale } from '#core/pass'
import { space } from '~/chart/fill'
import { planAndColumn } from '~/desk/drafts'
import type { Focus, Scene } from '~/desk/scene'
import { barsHere } from './bars'
import type { FamilyHandle, LeadMarker, RailGrid } from './handles'
import { scaleOf } from './handles'
import type { RailScale } from './layout'
import { U_ROOM } from './layout'

/** What a gesture on the rail would do, and what is said of it meanwhile. */
export interface Drafted {
  readonly drafts: readonly Draft[]
  readonly words: string
}

const SNAP_PX = 5

const later = (rows: number): string => `${plural(Math.abs(rows), 'frame')} ${rows > 0 ? 'later' : 'earlier'}`
const longer = (rows: number): string => `${plural(Math.abs(rows), 'frame')} ${rows > 0 ? 'longer' : 'shorter'}`

/** Bars that are dragged sideways: the one in hand, by so many px; without snapping where it is `free`. */
export interface Sideways {
  readonly bars: readonly Bar[]
  readonly held: Bar
  readonly dx: number
  readonly scale: RailScale
  readonly free: boolean
}

/**
 * Sideways: the places in the span. The bars keep their frames. The bar in hand is drawn to halves and thirds of
 * others, and stays between its neighbours, unless it is `free`.
 */
export function spaced(scene: Scene, focus: Focus, drag: Sideways): Drafted | null {
  const { bars, held } = drag
  const moved = placeAt(focus, drag)
  if (!moved) return null
  const charts = placesByChart(drag, moved.u)
  const plan = scene.plan.id
  if (bars.length > 1) {
    const all = [...charts].map(([chart, places]) => ({
      chart,
      places: scene.plan.charts[chart]!.ticks.map(t => places.get(t.drawing) ?? t.u),
    }))
    return {
      drafts: [{ name: 'chart.ticks', args: { plan, charts: all } }],
      words: `${bars.length} drawings sideways. Their frames stay.`,
    }
  }
  const chart = held.section!.pass.chart!.id
  const drawing = held.run.drawing!
  const where = moved.snap ? `, ${moved.snap}` : ' of the way'
  return {
    drafts: [{ name: 'chart.tick', args: { plan, chart, drawing, u: charts.get(chart)!.get(drawing)! } }],
    words: `Drawing ${held.number} at ${placeName(moved.u)}${where}. Its frames stay.`,
  }
}

/** The places that the drawings in hand come to, by chart. Bars of other spans move as far on the rail. */
function placesByChart({ bars, held }: Sideways, u: number): Map<string, Map<string, number>> {
  const charts = new Map<string, Map<string, number>>()
  const shift = (u - held.u!) * (held.section!.to - held.section!.from)
  for (const bar of bars) {
    if (bar.kind !== 'in-between') continue
    const { pass, from, to } = bar.section!
    const own = bar === held ? u : withinRoom(bar.u! + shift / (to - from))
    const places = charts.get(pass.chart!.id) ?? new Map<string, number>()
    places.set(bar.run.drawing!, pass.backward ? 1 - own : own)
    charts.set(pass.chart!.id, places)
  }
  return charts
}

const withinRoom = (u: number): number => Math.max(-U_ROOM, Math.min(1 + U_ROOM, u))

function placeAt(focus: Focus, { bars, held, dx, scale, free }: Sideways): { u: number; snap: string | null } | null {
  const { section } = held
  if (!section || held.u === null) return null
  const wanted = withinRoom(fromScale(section, held.x + dx / scale.span))
  if (free) return { u: wanted, snap: null }
  const { pass } = section
  const row = pass.chart!.ticks.map(t => ({ drawing: t.drawing, u: pass.backward ? 1 - t.u : t.u }))
  if (pass.backward) row.reverse()
  const i = row.findIndex(t => t.drawing === held.run.drawing)
  const [before, after] = [row[i - 1]?.u ?? -Infinity, row[i + 1]?.u ?? Infinity]
  const several = bars.length > 1
  const kept = several || before > after ? wanted : Math.max(before, Math.min(after, wanted))
  const others = row.filter(t => t.drawing !== held.run.drawing)
  const reach = SNAP_PX / (scale.span * (section.to - section.from))
  const snap = several
    ? null
    : snapTo(
        kept,
        others.map(t => t.u),
        reach,
      )
  if (!snap) return { u: kept, snap: null }
  const named = (u: number) => {
    const drawing = others.find(t => t.u === u)?.drawing ?? (u < 0.5 ? pass.from.drawing : pass.to.drawing)
    return focus.stack!.drawings[drawing]!.number
  }
  return { u: snap.u, snap: `${snap.name} of ${named(snap.between[0])}–${named(snap.between[1])}` }
}

/** Up and down: the drawings trade frames with their neighbours; the total stays. */
export function traded(
  scene: Scene,
  focus: Focus,
  { bars, held, rows }: { bars: readonly Bar[]; held: Bar; rows: number },
): Drafted | null {
  if (!rows) return null
  const where = planAndColumn(scene, focus)
  if (bars.length === 1)
    return {
      drafts: [{ name: 'run.shift', args: { ...where, run: refOf(held), delta: rows } }],
      words: `Trade: drawing ${held.number} ${later(rows)}, the total stays.`,
    }
  const drafts = blocksOf(barsHere(scene, focus), bars).map((block): Draft => ({
    name: 'runs.shift',
    args: { ...where, first: refOf(block[0]!), last: refOf(block.at(-1)!), delta: rows },
  }))
  return { drafts, words: `Trade: ${bars.length} drawings ${later(rows)}, the total stays.` }
}

/** Bars that follow each other without another between them. */
function blocksOf(all: readonly Bar[], bars: readonly Bar[]): Bar[][] {
  const ids = new Set(bars.map(b => b.run.id))
  const blocks: Bar[][] = []
  let open = false
  for (const bar of all) {
    const inside = ids.has(bar.run.id) && !bar.run.again
    if (inside && open) blocks.at(-1)!.push(bar)
    else if (inside) blocks.push([bar])
    open = inside
  }
  return blocks
}

/** The end of a bar that is dragged by so many rows; `trades` where the next drawing gives and takes. */
export interface Lengthening {
  readonly bars: readonly Bar[]
  readonly held: Bar
  readonly rows: number
  readonly trades: boolean
}

/** The end of a bar: a push (what follows moves), or a trade with the next drawing. */
export function lengthened(scene: Scene, focus: Focus, { bars, held, rows, trades }: Lengthening): Drafted | null {
  if (!rows) return null
  const where = planAndColumn(scene, focus)
  // Pulled on past its beginning, an exposure is reduced to nothing: by a trade the next takes its frames, by a push
  // what follows moves up.
  if (bars.length === 1 && rows <= -(held.run.frames + 1)) return reduced(where, held, trades ? 'next' : 'none')
  if (trades)
    return {
      drafts: [{ name: 'run.trade', args: { ...where, run: refOf(held), delta: rows } }],
      words: `Trade: drawing ${held.number} ${longer(rows)}, the next one gives and takes.`,
    }
  const drafts = [...bars]
    .reverse()
    .filter(b => b.kind !== 'blank')
    .flatMap((bar): Draft[] => {
      const delta = Math.max(1 - bar.run.frames, rows)
      return delta ? [{ name: 'run.push', args: { ...where, run: refOf(bar), delta } }] : []
    })
  return drafts.length ? { drafts, words: pushWords(bars, held, rows) } : null
}

/** An exposure reduced to nothing; its frames go to the next one, or to nobody. */
function reduced(where: ReturnType<typeof planAndColumn>, held: Bar, to: 'next' | 'none'): Drafted {
  const then = to === 'next' ? 'the next one takes its frames' : 'what follows moves up'
  return {
    drafts: [{ name: 'run.give', args: { ...where, run: refOf(held), to } }],
    words: `Drawing ${held.number} reduced to nothing here: ${then}. It stays in the tray.`,
  }
}

function pushWords(bars: readonly Bar[], held: Bar, rows: number): string {
  if (bars.length > 1) return `Push: ${bars.length} drawings ${longer(rows)} each; what follows moves.`
  const delta = Math.max(1 - held.run.frames, rows)
  const change = `${Math.abs(delta)} ${delta > 0 ? 'more' : 'less'}`
  return `Push: drawing ${held.number} ${change}, held ${held.run.frames + delta}; what follows moves.`
}

/**
 * The ring of a pose: the passage before it is stretched and cut to whole steps; the one after gives way, or all that
 * follows moves.
 */
export function stretched(
  scene: Scene,
  focus: Focus,
  { held, rows, push }: { held: Bar; rows: number; push: boolean },
): Drafted | null {
  if (!rows) return null
  const after = push ? 'all that follows moves' : 'the one after gives way (Shift moves all that follows)'
  const args = { ...planAndColumn(scene, focus), run: refOf(held), delta: rows, recut: true, push }
  return {
    drafts: [{ name: 'pose.move', args }],
    words: `Pose ${held.number} ${later(rows)}: the passage before it is stretched, its exposures cut to whole steps; ${after}.`,
  }
}

/** A handle of the family: the recipe it gives at a point of the rail. */
export function pulled(
  scene: Scene,
  drag: RailGrid & { section: Section; handle: FamilyHandle; x: number; y: number },
): Drafted | null {
  const { section, handle, x, y } = drag
  const recipe = handle.pull(scaleOf(section, drag).t(y), fromScale(section, drag.scale.u(x)))
  const draft = space(scene, section.pass, recipe)
  return draft && { drafts: [draft], words: `${recipeName(recipe)}: ${handle.name}.` }
}

/** A lead marker: up is ahead, down is behind, by half frames. */
export function led(
  scene: Scene,
  { section, marker, dy, ...on }: RailGrid & { section: Section; marker: LeadMarker; dy: number },
): Drafted {
  const { frames } = scaleOf(section, on)
  const wanted = Math.round((marker.share * frames - dy / on.rows.px) * 2) / 2
  const share = Math.max(-MOST_LEAD, Math.min(MOST_LEAD, wanted / frames))
  const n = Math.abs(Math.round(share * frames * 2) / 2)
  const side = share > 0 ? 'ahead of' : 'behind'
  const args = { plan: scene.plan.id, chart: section.pass.chart!.id, part: marker.key, share }
  return {
    drafts: [{ name: 'chart.lead', args }],
    words: `${marker.name}: ${n ? `${plural(n, 'frame')} ${side} the rest between the poses.` : 'with the rest.'}`,
  }
}
