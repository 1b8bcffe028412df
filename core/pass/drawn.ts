import type { Chart, Drawing, StrokeRef } from '../document/document'
import { LINES, partKey } from '../document/document'
import { warped } from '../motion'
import type { Stroke } from '../stroke'
import { asDrawn } from '../stroke'
import type { Beside, Between, Line, Match, Tie } from '../tie'
import { isRough, matchOf, Way } from '../tie'
import type { Ends } from './between'
import { changeGap, pathThrough } from './between'

/** A stroke by its hash, where it is at hand. */
export type StrokeBy = (hash: string) => Stroke | undefined

/** Finds what becomes what, at once or later: null while it is under way. */
export type Matcher = (a: readonly Line[], b: readonly Line[], ties: readonly Tie[]) => Match | null

const lists = new WeakMap<readonly StrokeRef[], readonly Line[]>()

/** The strokes of a pose as they lie; null where one is not at hand. The same list for the same strokes. */
export function linesOf(refs: readonly StrokeRef[], strokeBy: StrokeBy): readonly Line[] | null {
  const known = lists.get(refs)
  if (known) return known
  const made: Line[] = []
  for (const ref of refs) {
    const stroke = strokeBy(ref.hash)
    if (!stroke) return null
    made.push({ id: ref.id, part: ref.part ?? null, stroke: asDrawn(stroke, ref) })
  }
  lists.set(refs, made)
  return made
}

const noTies: readonly Tie[] = []
const matches = new WeakMap<readonly Line[], WeakMap<readonly Line[], WeakMap<readonly Tie[], Match>>>()

/** What becomes what, worked out once for the same lines and ties. */
export const matchAtOnce: Matcher = (a, b, ties) => knownMatch(a, b, ties) ?? keepMatch(a, b, ties, matchOf(a, b, ties))

export const knownMatch: Matcher = (a, b, ties) => matches.get(a)?.get(b)?.get(ties) ?? null

/** Keeps what was found, for as long as the lines are. */
export function keepMatch(a: readonly Line[], b: readonly Line[], ties: readonly Tie[], match: Match): Match {
  const byB = matches.get(a) ?? new WeakMap<readonly Line[], WeakMap<readonly Tie[], Match>>()
  matches.set(a, byB)
  const byTies = byB.get(b) ?? new WeakMap<readonly Tie[], Match>()
  byB.set(b, byTies)
  byTies.set(ties, match)
  return match
}

/** The strokes of the poses of a span, and of those beside it where there are any. */
export interface Strokes {
  readonly from: readonly StrokeRef[]
  readonly to: readonly StrokeRef[]
  readonly before: readonly StrokeRef[] | null
  readonly after: readonly StrokeRef[] | null
}

const strokesOn = (d: Drawing | undefined): readonly StrokeRef[] | null =>
  d?.own && d.content.strokes.length ? d.content.strokes : null

export const strokesAt = ({ from, to, before, after }: Omit<Ends, 'along'>): Strokes => ({
  from: from.content.strokes,
  to: to.content.strokes,
  before: strokesOn(before),
  after: strokesOn(after),
})

/** The way of the strokes from one pose to the next, made when all it takes is at hand. */
export class DrawnSpan {
  private way: Way | null = null

  constructor(
    readonly strokes: Strokes,
    private readonly path: Chart['path'],
    private readonly ties: readonly Tie[] | undefined,
  ) {}

  /** Null while a stroke is not at hand or the pairing is under way. */
  wayBy(strokeBy: StrokeBy, matcher: Matcher): Way | null {
    if (this.way) return this.way
    const { from, to, before, after } = this.strokes
    const [a, b] = [linesOf(from, strokeBy), linesOf(to, strokeBy)]
    const match = a && b && matcher(a, b, this.ties ?? noTies)
    if (!a || !b || !match) return null
    const beside = (near: readonly Line[], refs: readonly StrokeRef[] | null): Beside | null | 'wait' => {
      if (!refs) return null
      const lines = linesOf(refs, strokeBy)
      const found = lines && matcher(near, lines, noTies)
      return found ? { lines: lines!, near, match: found } : 'wait'
    }
    const [earlier, later] = [beside(a, before), beside(b, after)]
    // A neighbour may bend the way: what is shown does not change when it comes.
    if (earlier === 'wait' || later === 'wait') return null
    this.way = new Way(a, b, match, {
      ties: this.ties,
      path: (p, q, r, s) => pathThrough(this.path, [p, q, r, s]),
      before: earlier,
      after: later,
    })
    return this.way
  }
}

type Side = 'first' | 'second'

/** How a span that was cut off a longer one runs along it: the way, and on which side of a change-over its ends are. */
interface Along {
  readonly way: Way
  readonly from: Side
  readonly to: Side
}

/** Strokes of the in-betweens of one chart. */
export class DrawnChart {
  private readonly own: DrawnSpan
  private readonly whole: DrawnSpan | null
  /** Which part of the longer one it is, and what leads in that. */
  private readonly cut: { readonly span: readonly [number, number]; readonly leads: Chart['leads'] } | null
  private along: Along | 'off' | null = null

  /** How it is spaced, leads and changes over is asked of the chart each time: all that may change, the way does not. */
  constructor({ path, ties, along }: Pick<Chart, 'path' | 'ties' | 'along'>, ends: Ends) {
    this.own = new DrawnSpan(strokesAt(ends), path, ties)
    this.cut = ends.along && along?.span && !ties?.length ? { span: along.span, leads: along.leads } : null
    this.whole = this.cut ? new DrawnSpan(strokesAt(ends.along!), path, along!.ties) : null
  }

  get poses(): readonly [readonly StrokeRef[], readonly StrokeRef[]] {
    return [this.own.strokes.from, this.own.strokes.to]
  }

  /** What the strokes of an in-between are; null while that is not known. `index` is its place among the ticks. */
  at(chart: Chart, index: number, strokeBy: StrokeBy, matcher: Matcher): Between[] | null {
    const { u } = chart.ticks[index]!
    const along = this.alongBy(strokeBy, matcher)
    const sideOf = (part: string | null): Side => (index < changeGap(chart, part ?? LINES) ? 'first' : 'second')
    if (along) {
      const { span, leads } = this.cut!
      const at = span[0] + u * (span[1] - span[0])
      const side = along.from === along.to ? () => along.from : sideOf
      return along.way.at(at, side, part => sharesBy(leads, part, at))
    }
    const way = this.own.wayBy(strokeBy, matcher)
    return way && way.at(u, sideOf, part => sharesBy(chart.leads, part, u))
  }

  /** How good the guess is; null while nothing is known. */
  guess(strokeBy: StrokeBy, matcher: Matcher): { rough: boolean; turned: boolean } | null {
    const way = this.wayBy(strokeBy, matcher)
    return way && { rough: isRough(way.match), turned: way.guessed }
  }

  /** The way between its own two poses, also where it runs along a longer one: what ties are said of. */
  wayOfPoses(strokeBy: StrokeBy, matcher: Matcher): Way | null {
    return this.own.wayBy(strokeBy, matcher)
  }

  /** The way that its in-betweens are on. */
  wayBy(strokeBy: StrokeBy, matcher: Matcher): Way | null {
    return this.alongBy(strokeBy, matcher)?.way ?? this.own.wayBy(strokeBy, matcher)
  }

  /** The way of the longer span, while the ends of this one lie on it as when it was cut. */
  private alongBy(strokeBy: StrokeBy, matcher: Matcher): Along | null {
    if (!this.whole || !this.cut || this.along === 'off') return null
    if (this.along) return this.along
    const way = this.whole.wayBy(strokeBy, matcher)
    const [a, b] = this.poses.map(refs => linesOf(refs, strokeBy))
    if (!way || !a || !b) return null
    const { span, leads } = this.cut
    const [from, to] = [a, b].map((lines, k) => sideOn(way, span[k]!, lines, part => sharesBy(leads, part, span[k]!)))
    this.along = from && to ? { way, from, to } : 'off'
    return this.along === 'off' ? null : this.along
  }
}

const sharesBy = (leads: Chart['leads'], part: string | null, u: number): number =>
  part === null ? u : warped(leads?.[partKey(part, 'place')] ?? 0)(u)

/** Strokes lie as they did when nothing is farther off than this, px; they were rounded to a tenth. */
const SAME = 0.5

/** The side on which a pose's strokes are what a way gives at a place; null where they are not. */
function sideOn(way: Way, u: number, lines: readonly Line[], shareOf: (part: string | null) => number): Side | null {
  if (u === 0 && lines === way.a) return 'first'
  if (u === 1 && lines === way.b) return 'second'
  const fits = (side: Side) => {
    const there = way.at(u, () => side, shareOf)
    return there.length === lines.length && there.every(({ stroke }, i) => sameLine(stroke, lines[i]!.stroke))
  }
  return fits('first') ? 'first' : fits('second') ? 'second' : null
}

const sameLine = (a: Stroke, b: Stroke): boolean =>
  a.points.length === b.points.length && a.points.every((n, i) => Math.abs(n - b.points[i]!) < SAME)

/** What an in-between shows of the strokes of its poses: asked when it is drawn, since strokes come one by one. */
export class Drawn {
  private made: readonly Between[] | null = null

  constructor(
    private readonly span: DrawnChart,
    private readonly chart: Chart,
    private readonly index: number,
    private readonly matcher: Matcher,
  ) {}

  /** Null while strokes are missing or the pairing is under way; with `now` it is worked out at once. */
  strokes(strokeBy: StrokeBy, when: 'now' | 'soon' = 'soon'): readonly Between[] | null {
    const matcher = when === 'now' ? matchAtOnce : this.matcher
    this.made ??= this.span.at(this.chart, this.index, strokeBy, matcher)
    return this.made
  }

  /** Where it stands between its poses. */
  get u(): number {
    return this.chart.ticks[this.index]!.u
  }

  /** The strokes of its two poses. */
  get ends(): readonly [readonly StrokeRef[], readonly StrokeRef[]] {
    return this.span.poses
  }

  /** True for one between the same poses, at the same place. */
  isAs(other: Drawn): boolean {
    return other.span === this.span && Math.abs(other.u - this.u) < 1e-3
  }

  /** How good the guess is; null while nothing is known. `known` does not begin to find out. */
  guess(strokeBy: StrokeBy, when: 'known' | 'soon' = 'soon'): { rough: boolean; turned: boolean } | null {
    return this.span.guess(strokeBy, when === 'known' ? knownMatch : this.matcher)
  }

  /** The way that it stands on; null while that is not known. */
  wayBy(strokeBy: StrokeBy): Way | null {
    return this.span.wayBy(strokeBy, this.matcher)
  }
}
