import { placeName, snapTo, recipeName } from '#core/chart'
import { MOST_LEAD } from '#core/motion'
import type { Bar } from '#core/pass'
import { fromScale } from '#core/pass'
import type { Desk } from '~/desk/desk'
import type { Draft } from '~/sync/session'
import type { FamilyHandle, LeadMarker } from './handles'
import { scaleOf } from './handles'
import { U_ROOM, U0, U1, uOfX, xOfU } from '~/sheet/layout'
import { refOf } from '#core/commands'
import { planAndColumn, space } from '~/desk/wishes'

/** What a gesture on the rail would do, and what is said of it meanwhile. */
export interface Drafted {
  readonly drafts: readonly Draft[]
  readonly words: string
}

const by = (rows: number): string => `${Math.abs(rows)} frame${Math.abs(rows) === 1 ? '' : 's'}`
const SNAP_PX = 5

/** The bars that move with one that is dragged: all picked ones when it is among them. */
export function together(desk: Desk, bar: Bar): Bar[] {
  return desk.picked.has(bar.run.id) && !bar.run.again
    ? desk.rail.bars.filter(b => desk.picked.has(b.run.id) && !b.run.again)
    : [bar]
}

/**
 * Sideways: the places in the span. The bars keep their frames. The bar in hand is drawn to halves and thirds of others, and
 * stays between its neighbours, unless it is `free`.
 */
export function spaced(bars: readonly Bar[], held: Bar, dx: number, desk: Desk, free: boolean): Drafted | null {
  const plan = desk.shot!.plans[desk.plan!.id]!
  const moved = placeOf(held, dx, desk, bars.length > 1, free)
  if (!moved) return null
  const shift = moved.u - held.u!
  const charts = new Map<string, Map<string, number>>()
  for (const bar of bars) {
    if (bar.kind !== 'in-between') continue
    const { pass, from, to } = bar.part!
    // Bars of other spans move as far on the rail.
    const own = bar === held ? moved.u : clampRoom(bar.u! + (shift * (held.part!.to - held.part!.from)) / (to - from))
    const places = charts.get(pass.chart!.id) ?? new Map<string, number>()
    places.set(bar.run.drawing!, pass.backward ? 1 - own : own)
    charts.set(pass.chart!.id, places)
  }
  const words =
    bars.length > 1
      ? `${bars.length} drawings sideways. Their frames stay.`
      : `Drawing ${held.number} at ${placeName(moved.u)}${moved.snap ? `, ${moved.snap}` : ' of the way'}. Its frames stay.`
  if (bars.length === 1)
    return {
      drafts: [
        {
          name: 'chart.tick',
          args: {
            plan: plan.id,
            chart: held.part!.pass.chart!.id,
            drawing: held.run.drawing!,
            u: [...charts.values()][0]!.get(held.run.drawing!)!,
          },
        },
      ],
      words,
    }
  const draft: Draft = {
    name: 'chart.ticks',
    args: {
      plan: plan.id,
      charts: [...charts].map(([chart, places]) => ({
        chart,
        places: plan.charts[chart]!.ticks.map(t => places.get(t.drawing) ?? t.u),
      })),
    },
  }
  return { drafts: [draft], words }
}

const clampRoom = (u: number): number => Math.max(-U_ROOM, Math.min(1 + U_ROOM, u))

function placeOf(
  held: Bar,
  dx: number,
  desk: Desk,
  several: boolean,
  free: boolean,
): { u: number; snap: string | null } | null {
  const part = held.part
  if (!part || held.u === null) return null
  const wanted = clampRoom(fromScale(part, held.x + uOfX(dx + xOfU(0))))
  if (free) return { u: wanted, snap: null }
  const { pass } = part
  const row = pass.chart!.ticks.map(t => ({ drawing: t.drawing, u: pass.backward ? 1 - t.u : t.u }))
  if (pass.backward) row.reverse()
  const i = row.findIndex(t => t.drawing === held.run.drawing)
  const [before, after] = [row[i - 1]?.u ?? -Infinity, row[i + 1]?.u ?? Infinity]
  const kept = several || before > after ? wanted : Math.max(before, Math.min(after, wanted))
  const reach = SNAP_PX / ((U1 - U0) * (part.to - part.from))
  const snap = several
    ? null
    : snapTo(
        kept,
        row.filter(t => t.drawing !== held.run.drawing).map(t => t.u),
        reach,
      )
  if (!snap) return { u: kept, snap: null }
  const named = (u: number) => {
    const at = row.find(t => t.u === u && t.drawing !== held.run.drawing)
    const drawing = at?.drawing ?? (u < 0.5 ? pass.from.drawing : pass.to.drawing)
    return desk.stack!.drawings[drawing]!.number
  }
  return { u: snap.u, snap: `${snap.name} of ${named(snap.between[0])}–${named(snap.between[1])}` }
}

/** Up and down: the drawings trade frames with their neighbours; the total stays. */
export function traded(bars: readonly Bar[], held: Bar, rows: number, desk: Desk): Drafted | null {
  if (!rows) return null
  const where = planAndColumn(desk)
  if (bars.length === 1)
    return {
      drafts: [{ name: 'run.shift', args: { ...where, run: refOf(held), delta: rows } }],
      words: `Trade: drawing ${held.number} ${by(rows)} ${rows > 0 ? 'later' : 'earlier'}, the total stays.`,
    }
  const drafts = blocksOf(desk, bars).map((block): Draft => ({
    name: 'runs.shift',
    args: { ...where, first: refOf(block[0]!), last: refOf(block.at(-1)!), delta: rows },
  }))
  return {
    drafts,
    words: `Trade: ${bars.length} drawings ${by(rows)} ${rows > 0 ? 'later' : 'earlier'}, the total stays.`,
  }
}

/** Bars that follow each other without another between them. */
function blocksOf(desk: Desk, bars: readonly Bar[]): Bar[][] {
  const ids = new Set(bars.map(b => b.run.id))
  const blocks: Bar[][] = []
  let open = false
  for (const bar of desk.rail.bars) {
    if (!ids.has(bar.run.id) || bar.run.again) {
      open = false
      continue
    }
    if (open) blocks.at(-1)!.push(bar)
    else blocks.push([bar])
    open = true
  }
  return blocks
}

/** The end of a bar: a push (what follows moves), or with `trades` a trade with the next drawing. */
export function lengthened(bars: readonly Bar[], held: Bar, rows: number, trades: boolean, desk: Desk): Drafted | null {
  if (!rows) return null
  const where = planAndColumn(desk)
  // Pulled on past its beginning, an exposure is reduced to nothing: by a trade the next takes its frames, by a push what follows moves up.
  if (bars.length === 1 && rows <= -(held.run.frames + 1)) {
    return {
      drafts: [{ name: 'run.give', args: { ...where, run: refOf(held), to: trades ? 'next' : 'none' } }],
      words: `Drawing ${held.number} reduced to nothing here: ${trades ? 'the next one takes its frames' : 'what follows moves up'}. It stays in the tray.`,
    }
  }
  if (trades)
    return {
      drafts: [{ name: 'run.trade', args: { ...where, run: refOf(held), delta: rows } }],
      words: `Trade: drawing ${held.number} ${by(rows)} ${rows > 0 ? 'longer' : 'shorter'}, the next one gives and takes.`,
    }
  const drafts = [...bars]
    .reverse()
    .filter(b => b.kind !== 'blank')
    .flatMap((bar): Draft[] => {
      const delta = Math.max(1 - bar.run.frames, rows)
      return delta ? [{ name: 'run.push', args: { ...where, run: refOf(bar), delta } }] : []
    })
  if (!drafts.length) return null
  const delta = Math.max(1 - held.run.frames, rows)
  const words =
    bars.length > 1
      ? `Push: ${bars.length} drawings ${by(rows)} ${rows > 0 ? 'longer' : 'shorter'} each; what follows moves.`
      : `Push: drawing ${held.number} ${Math.abs(delta)} ${delta > 0 ? 'more' : 'less'}, held ${held.run.frames + delta}; what follows moves.`
  return { drafts, words }
}

/** The ring of a pose: the passage before it is stretched and cut to whole steps; the one after gives way, or all that follows moves. */
export function stretched(held: Bar, rows: number, pushes: boolean, desk: Desk): Drafted | null {
  if (!rows) return null
  const words = `Pose ${held.number} ${by(rows)} ${rows > 0 ? 'later' : 'earlier'}: the passage before it is stretched, its exposures cut to whole steps; ${pushes ? 'all that follows moves' : 'the one after gives way (Shift moves all that follows)'}.`
  return {
    drafts: [
      { name: 'pose.move', args: { ...planAndColumn(desk), run: refOf(held), delta: rows, recut: true, push: pushes } },
    ],
    words,
  }
}

/** A handle of the family: the recipe it gives at a point of the rail. */
export function pulled(
  desk: Desk,
  part: NonNullable<Bar['part']>,
  handle: FamilyHandle,
  x: number,
  y: number,
): Drafted | null {
  const u = fromScale(part, uOfX(x))
  const recipe = handle.pull(scaleOf(part).t(y), u)
  const draft = space(desk, part.pass, recipe)
  return draft && { drafts: [draft], words: `${recipeName(recipe)}: ${handle.name}.` }
}

/** A lead marker: up is ahead, down is behind, by half frames. */
export function led(
  desk: Desk,
  part: NonNullable<Bar['part']>,
  marker: LeadMarker,
  dy: number,
  rowHeight: number,
): Drafted {
  const frames = scaleOf(part).frames
  const wanted = Math.round((marker.share * frames - dy / rowHeight) * 2) / 2
  const share = Math.max(-MOST_LEAD, Math.min(MOST_LEAD, wanted / frames))
  const n = Math.abs(Math.round(share * frames * 2) / 2)
  const words = n
    ? `${marker.name}: ${n} frame${n === 1 ? '' : 's'} ${share > 0 ? 'ahead of' : 'behind'} the rest between the poses.`
    : `${marker.name}: with the rest.`
  return {
    drafts: [
      { name: 'chart.lead', args: { plan: desk.plan!.id, chart: part.pass.chart!.id, part: marker.key, share } },
    ],
    words,
  }
}
