import type { Draft } from '#core/commands'
import type { Chart, Tie } from '#core/document'
import { pointToSegment } from '#core/motion'
import type { Vec } from '#core/motion'
import type { Line, Measured, Way } from '#core/tie'
import { measured } from '#core/tie'
import type { Picked, Side } from './store'

/** A chart with the way of its strokes. */
export interface Span {
  readonly chart: Chart
  readonly way: Way
}

export const linesOn = ({ way }: Span, side: Side): readonly Line[] => (side === 'first' ? way.a : way.b)

export const otherSide = (side: Side): Side => (side === 'first' ? 'second' : 'first')

/** The strokes that one becomes, or comes from: none, one, or two that it is parted into. */
export function matesOf({ way }: Span, { side, id }: Pick<Picked, 'side' | 'id'>): string[] {
  const first = side === 'first'
  return way.match.pieces.flatMap(p => {
    const [own, mate] = first ? [way.a[p.a]!, way.b[p.b]!] : [way.b[p.b]!, way.a[p.a]!]
    return own.id === id ? [mate.id] : []
  })
}

const names = (tie: Tie, side: Side): string | null => (side === 'first' ? tie.from : tie.to)

/** What was said by hand of a stroke. */
export const saidOf = ({ chart }: Span, { side, id }: Pick<Picked, 'side' | 'id'>): Tie[] =>
  (chart.ties ?? []).filter(t => names(t, side) === id)

/** How many strokes are paired, stay alone, and are tied by hand. */
export function countsOf({ chart, way }: Span): { pairs: number; alone: number; byHand: number } {
  const { pieces, aloneA, aloneB } = way.match
  return { pairs: pieces.length, alone: aloneA.length + aloneB.length, byHand: chart.ties?.length ?? 0 }
}

/** The stroke nearest to a point of the picture, no farther than `reach` px, and where along it. */
export function strokeAt(span: Span, p: Vec, reach: number): Picked | null {
  let [best, least]: [Picked | null, number] = [null, reach]
  for (const side of ['first', 'second'] as const) {
    for (const line of linesOn(span, side)) {
      const m = measured(line)
      // Nothing of a line is farther from its middle than it is long.
      if (Math.hypot(m.cx - p.x, m.cy - p.y) - m.length > least) continue
      const { far, share } = nearestOn(m, p)
      if (far < least) [best, least] = [{ side, id: line.id, share }, far]
    }
  }
  return best
}

function nearestOn(m: Measured, p: Vec): { far: number; share: number } {
  let [far, share] = [Math.hypot(m.xs[0]! - p.x, m.ys[0]! - p.y), 0]
  for (let i = 0; i + 1 < m.count; i++) {
    const [a, b] = [
      { x: m.xs[i]!, y: m.ys[i]! },
      { x: m.xs[i + 1]!, y: m.ys[i + 1]! },
    ]
    const d = pointToSegment(p, a, b)
    if (d >= far) continue
    const [dx, dy] = [b.x - a.x, b.y - a.y]
    const squared = dx * dx + dy * dy
    const t = squared ? Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / squared)) : 0
    far = d
    share = m.shares[i]! + (m.shares[i + 1]! - m.shares[i]!) * t
  }
  return { far, share }
}

const at = (plan: string, { chart }: Span) => ({ plan, chart: chart.id })

/** Two strokes of different poses, tied. */
export function tieDraft(plan: string, span: Span, a: Picked, b: Picked): Draft {
  const [from, to] = a.side === 'first' ? [a.id, b.id] : [b.id, a.id]
  return { name: 'chart.tie', args: { ...at(plan, span), ties: [{ from, to }] } }
}

/** A point of each of two strokes, tied besides those that are. */
export function pointDraft(plan: string, span: Span, a: Picked, b: Picked): Draft {
  const [from, to] = a.side === 'first' ? [a, b] : [b, a]
  const known = (span.chart.ties ?? []).find(t => t.from === from.id && t.to === to.id)
  const points: [number, number][] = [...(known?.points ?? []), [from.share, to.share]]
  return { name: 'chart.tie', args: { ...at(plan, span), ties: [{ from: from.id, to: to.id, points }] } }
}

/** A stroke that becomes none, or comes from none. */
export const noneDraft = (plan: string, span: Span, { side, id }: Picked): Draft => ({
  name: 'chart.tie',
  args: { ...at(plan, span), ties: [side === 'first' ? { from: id, to: null } : { from: null, to: id }] },
})

/** Takes back what was said of a stroke, or (null) of all; null where nothing was. */
export function freeDraft(plan: string, span: Span, picked: Picked | null): Draft | null {
  const ties = picked ? saidOf(span, picked) : (span.chart.ties ?? [])
  if (!ties.length) return null
  return { name: 'chart.untie', args: { ...at(plan, span), ties: picked ? ties : null } }
}

export const lockedWords = (column: string): string => `The column ${column} is locked: nothing can be changed on it.`
