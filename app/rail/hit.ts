import type { Stack } from '#core/document'
import type { Bar, Pass, Rail, Section } from '#core/pass'
import type { Point } from '#core/travel'
import type { FamilyHandle, LeadMarker, RailGrid } from './handles'
import { familyHandles, leadMarkers, scaleOf } from './handles'
import { BAR, LOOSE } from './layout'

/**
 * What the pointer is on: a bar by its ring, its body or its end; a handle of the family; a marker of a part that
 * leads.
 */
export type Hit =
  | { readonly kind: 'bar'; readonly bar: Bar; readonly at: 'ring' | 'body' | 'end' }
  | { readonly kind: 'handle'; readonly section: Section; readonly handle: FamilyHandle }
  | { readonly kind: 'lead'; readonly section: Section; readonly marker: LeadMarker }

/** What can be hit: the bars in sight, and the pass whose handles and markers are shown. */
export interface Targets extends RailGrid {
  readonly rail: Rail
  readonly stack: Stack | null
  readonly points: readonly Point[]
  readonly here: Pass | null
}

/** How near a handle is taken hold of, px. */
const NEAR_HANDLE = 8

/** What is at a place of the rail, px; handles and markers lie over bars. */
export function hitAt(targets: Targets, x: number, y: number): Hit | null {
  const { rail, here, stack } = targets
  const sections = rail.stretches.flatMap(s => s.sections)
  const section = here && sections.find(s => s.pass.from.run.id === here.from.run.id)
  return (section && stack && hitFamily(targets, stack, section, x, y)) || hitBar(targets, x, y)
}

function hitFamily({ points, ...on }: Targets, stack: Stack, section: Section, x: number, y: number): Hit | null {
  const scale = scaleOf(section, on)
  const handle = familyHandles(section.pass).find(h => Math.hypot(x - scale.x(h.u), y - scale.y(h.t)) <= NEAR_HANDLE)
  if (handle) return { kind: 'handle', section, handle }
  const marker = leadMarkers(stack, section, on, points).find(m => Math.abs(x - m.x) <= 4.5 && Math.abs(y - m.y) <= 7)
  return marker ? { kind: 'lead', section, marker } : null
}

function hitBar({ rail, rows, scale }: Targets, x: number, y: number): Hit | null {
  const bar = rail.bars.find(b => {
    if (b.kind === 'blank' || y < rows.y(b.start) || y >= rows.y(b.start + b.run.frames)) return false
    const at = b.kind === 'loose' ? LOOSE : scale.x(b.x)
    return Math.abs(x - at) <= BAR || (b.arrives && Math.abs(x - scale.x(1)) <= BAR)
  })
  if (!bar) return null
  const high = bar.run.frames * rows.px
  const fromTop = y - rows.y(bar.start)
  if (high - fromTop < Math.min(5.5, high * 0.35)) return { kind: 'bar', bar, at: 'end' }
  const ring = bar.kind === 'pose' && fromTop < Math.min(rows.px, high - 5)
  return { kind: 'bar', bar, at: ring ? 'ring' : 'body' }
}

/** Two hits of the same thing, also when it was worked out anew in between. */
export const sameHit = (a: Hit | null, b: Hit | null): boolean => keyOf(a) === keyOf(b)

function keyOf(h: Hit | null): string {
  if (!h) return ''
  if (h.kind === 'bar') return `bar ${h.bar.run.id} ${h.at}`
  return h.kind === 'handle' ? `handle ${h.handle.id}` : `lead ${h.marker.key}`
}

/** How the pointer looks over what it is on; `sideways` while it is dragged that way. */
export function cursorOver(h: Hit | null, { sideways = false } = {}): string {
  if (!h) return 'default'
  if (h.kind === 'lead') return 'ns-resize'
  if (h.kind === 'handle') return 'move'
  if (sideways) return 'ew-resize'
  return h.at === 'end' ? 's-resize' : h.at === 'ring' ? 'ns-resize' : 'grab'
}

/** What can be done with what the pointer is on, in words. */
export function tipFor(h: Hit | null): string {
  if (!h) return ''
  if (h.kind === 'handle') return h.handle.name
  if (h.kind === 'lead') {
    const { name, share } = h.marker
    const now = share
      ? `${share > 0 ? 'leads' : 'drags behind'} by ${Math.abs(Math.round(share * 100))} % of the span`
      : ''
    return `${name}${now ? ` ${now}` : ''}: drag up to lead, down to drag behind`
  }
  const { number, kind } = h.bar
  if (h.at === 'ring') return `${number}: stretches the passage before it (Shift: all that follows moves)`
  if (h.at === 'end') return `${number}: longer or shorter, what follows moves (Alt: trade with the next)`
  return kind === 'in-between'
    ? `${number}: sideways spacing, up and down timing (Alt: no snapping)`
    : `${number}: up and down trades frames`
}
