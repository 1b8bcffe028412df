import type { NewId, Run } from '../sheet'
import { framesIn } from '../sheet'
import type { Chart, Column, Cycle, CycleHalf, Drawing, Shot, Stack } from '../document/document'
import { emptyContent } from '../document/document'
import type { CycleIn } from '../document/cycling'
import { cycleIn } from '../document/cycling'
import { equal } from '../document/equal'
import { freeNumber } from '../document/make'
import { otherContent, otherFixed, otherSaid } from '../document/other-side'
import { dropTicks } from './charts'
import type { Delta } from './links'
import { followedBy } from './links'
import { isTimed, stackOf, withChart, withColumn, withDrawings, without, withPlan } from './parts'
import type { Wanted } from './passage'
import { reexposed, sameExposed, withCycle } from './passage'

/** Which cycle: of which column of which plan. */
export interface CycleRef {
  readonly plan: string
  readonly column: string
  readonly cycle: string
}

/**
 * Where exposures got frames or lost them: `end` is the last frame of each as it was, behind `before`. Where others are
 * shown now, all of it is at the end.
 */
function otherwiseHeld(old: readonly Wanted[], now: readonly Wanted[], before: number): Delta[] {
  if (old.length !== now.length || old.some((r, i) => r.drawing !== now[i]!.drawing))
    return [{ end: before + framesIn(old), delta: framesIn(now) - framesIn(old) }]
  let end = before
  return old.map((r, i) => {
    end += r.frames
    return { end, delta: now[i]!.frames - r.frames }
  })
}

/** A cycle with a derived half as it is: the exposures of both halves. */
interface Halved extends CycleIn {
  readonly column: Column
  readonly half: CycleHalf
  readonly first: readonly Run[]
  readonly second: readonly Run[]
}

/** Null where it is gone, has no derived half, or nothing of that is exposed any more. */
function halvedIn(shot: Shot, { plan, column: id, cycle }: CycleRef): Halved | null {
  const column = shot.plans[plan]?.columns[id]
  const found = column?.cycles && Object.hasOwn(column.cycles, cycle) ? cycleIn(column, cycle, shot.length) : null
  const half = found?.cycle.half
  if (!column || !found || !half) return null
  const { there } = found.bracket
  const known = there.findIndex((r, i) => i > 0 && r.id === half.starts)
  // Where the exposure that it began with is gone, it begins with the first drawing of its own.
  const own = (r: Run): boolean => r.drawing !== null && Object.hasOwn(half.drawings, r.drawing)
  const at = known > 0 ? known : there.findIndex((r, i) => i > 0 && own(r))
  return at < 1 ? null : { ...found, column, half, first: there.slice(0, at), second: there.slice(at) }
}

/**
 * The shot with all derived halves as their first halves are now. What of a half was changed by itself is by hand from now
 * on: it is released. The shot before says what was changed.
 */
export function withHalves(before: Shot, after: Shot, newId: NewId): Shot {
  if (before.plans === after.plans && before.stacks === after.stacks) return after
  let shot = after
  for (const plan of after.planOrder)
    for (const id of after.plans[plan]!.order) {
      const { cycles, stack } = after.plans[plan]!.columns[id]!
      if (!cycles || isUntouched(before, shot, plan, id, stack)) continue
      for (const cycle of Object.keys(cycles).sort())
        if (cycles[cycle]!.half) shot = withHalf(before, shot, { plan, column: id, cycle }, newId)
    }
  return shot
}

const isUntouched = (before: Shot, now: Shot, plan: string, column: string, stack: string): boolean => {
  const [was, is] = [before.plans[plan], now.plans[plan]!]
  return (
    was?.columns[column] === is.columns[column] &&
    was?.charts === is.charts &&
    before.stacks[stack] === now.stacks[stack]
  )
}

function withHalf(before: Shot, after: Shot, ref: CycleRef, newId: NewId): Shot {
  const now = halvedIn(after, ref)
  if (!now) return after
  const follow = new Following(before, after, ref, now, newId)
  return follow.exposures().charts().contents().done()
}

/** One derived half that follows its first. */
class Following {
  /** Of a drawing of the first half its other side. */
  private readonly others: Map<string, string>
  private readonly charted: Map<string, string>
  private readonly released: Set<string>
  private readonly was: Halved | null
  private timed: boolean
  private starts: string

  constructor(
    private readonly before: Shot,
    private shot: Shot,
    private readonly ref: CycleRef,
    private readonly now: Halved,
    private readonly newId: NewId,
  ) {
    const { half } = now
    this.was = halvedIn(before, ref)
    this.others = turned(half.drawings, id => !!this.stack.drawings[id])
    this.charted = turned(half.charts, () => true)
    this.released = new Set(half.released)
    this.timed = half.timed ?? false
    this.starts = now.second[0]!.id
  }

  private get stack(): Stack {
    return stackOf(this.shot, this.now.column.stack)
  }
  private get stackBefore(): Stack | undefined {
    return this.before.stacks[this.now.column.stack]
  }

  /** The other side of a drawing, from the first half to the second or back; undefined where there is none yet. */
  private other = (id: string): string | undefined => {
    const back = this.now.half.drawings[id]
    return this.others.get(id) ?? (back !== undefined && this.others.get(back) === id ? back : undefined)
  }

  /** The other side of a drawing, made where there is none: named by the frame it falls on. */
  private otherMade(id: string, frame: number): string {
    const known = this.other(id)
    if (known) return known
    const of = this.stack.drawings[id]!
    const made: Drawing = {
      ...{ id: this.newId(), number: freeNumber(this.stack, String(frame)), role: of.role },
      ...{ own: of.own, content: emptyContent },
    }
    this.shot = withDrawings(this.shot, this.stack.id, [made])
    this.others.set(id, made.id)
    return made.id
  }

  /** The second half is exposed as the first one is, until its exposures are changed by themselves. */
  exposures(): this {
    const { first, second, column, bracket } = this.now
    if (this.timed || !isTimed(column)) return this
    const peeked = first.map(r => ({ ...r, drawing: r.drawing && (this.other(r.drawing) ?? '') }))
    if (sameExposed(peeked, second)) return this
    const { was } = this
    if (was && !was.half.timed && sameExposed(was.first, first) && !sameExposed(was.second, second)) {
      this.timed = true
      return this
    }
    let frame = bracket.from + framesIn(first)
    const wanted = first.map(r => {
      const at = frame
      frame += r.frames
      return { drawing: r.drawing && this.otherMade(r.drawing, at), frames: r.frames }
    })
    const made = reexposed(column, this.now, [...first, ...wanted], this.newId)
    this.starts = cycleIn(made, this.ref.cycle, this.shot.length)!.bracket.there[first.length]!.id
    const { plan } = this.ref
    const others = otherwiseHeld(second, wanted, bracket.from + framesIn(first) - 1)
    this.shot = followedBy(withColumn(this.shot, plan, made), plan, column, others)
    return this
  }

  /** The spans of the second half are spaced as those of the first are. */
  charts(): this {
    const { plan } = this.ref
    const there = new Set(this.now.first.flatMap(r => r.drawing ?? []))
    const next = this.now.second.find(r => r.drawing)?.drawing
    const { charts } = this.shot.plans[plan]!
    const firsts = Object.values(charts)
      .filter(
        c =>
          c.stack === this.stack.id &&
          !Object.hasOwn(this.now.half.charts, c.id) &&
          there.has(c.from) &&
          (there.has(c.to) || c.to === next),
      )
      .sort((a, b) => (a.id < b.id ? -1 : 1))
    for (const [of, id] of this.charted) if (!charts[of]) this.lose(of, id)
    for (const c of firsts) this.chart(c)
    return this
  }

  /** The chart of the first half is gone, and that of the second with it. */
  private lose(of: string, id: string): void {
    this.charted.delete(of)
    const { plan } = this.ref
    const gone = this.shot.plans[plan]!.charts[id]
    if (!gone || this.released.has(id)) return
    const p = this.shot.plans[plan]!
    this.shot = dropTicks(withPlan(this.shot, { ...p, charts: without(p.charts, [id]) }), { ...gone, ticks: [] }, gone)
  }

  private chart(first: Chart): void {
    const { plan } = this.ref
    const { charts } = this.shot.plans[plan]!
    const [from, to] = [this.other(first.from), this.other(first.to)]
    const known = this.charted.get(first.id)
    if (!from || !to || (known !== undefined && this.released.has(known))) return
    const own = known === undefined ? this.adopted(from, to) : charts[known]
    const before = this.before.plans[plan]?.charts
    const untouched = known !== undefined && before?.[first.id] === first && !this.was?.half.released.includes(known)
    if (untouched && before[known] === own) return
    // One that was changed, or deleted, by itself is by hand.
    if (untouched && before[known]) {
      this.released.add(known)
      return
    }
    const ticks = first.ticks.map(t => ({
      ...t,
      drawing: this.timed ? this.other(t.drawing) : this.tickOther(t.drawing),
    }))
    if (ticks.some(t => !t.drawing)) return
    const made = this.otherChart(first, own?.id ?? this.newId(), { from, to })
    this.charted.set(first.id, made.id)
    if (!equal(made, own)) this.shot = dropTicks(withChart(this.shot, plan, made), made, own)
  }

  private tickOther(id: string): string {
    return this.otherMade(id, Number.parseInt(this.stack.drawings[id]!.number, 10) || 1)
  }

  /** A chart that was there between two drawings of the second half before it was derived. */
  private adopted(from: string, to: string): Chart | undefined {
    const taken = new Set(this.charted.values())
    return Object.values(this.shot.plans[this.ref.plan]!.charts)
      .filter(c => c.stack === this.stack.id && c.from === from && c.to === to && !taken.has(c.id))
      .sort((a, b) => (a.id < b.id ? -1 : 1))[0]
  }

  private otherChart(first: Chart, id: string, ends: { from: string; to: string }): Chart {
    const drawing = (d: string): string => this.other(d) ?? d
    const { along, leads: _leads, ties: _ties, change: _change, ...bare } = first
    const near = (d: string | null): string | null => (d && this.other(d)) ?? null
    const [wholeFrom, wholeTo] = along ? [this.other(along.from), this.other(along.to)] : []
    return {
      ...{ ...bare, id, ...ends, ticks: first.ticks.map(t => ({ ...t, drawing: drawing(t.drawing) })) },
      ...otherSaid(this.stack, first, drawing),
      ...(along && wholeFrom && wholeTo
        ? { along: { ...along, from: wholeFrom, to: wholeTo, before: near(along.before), after: near(along.after) } }
        : {}),
    }
  }

  /** What is on its drawings is what is on those of the first half, with left and right exchanged. */
  contents(): this {
    const { drawings } = this.stack
    const made: Drawing[] = []
    for (const [of, id] of this.others) {
      const [source, own] = [drawings[of], drawings[id]]
      if (!own || this.released.has(id)) continue
      const paired = this.was?.half.drawings[id] === of && !this.was.half.released.includes(id)
      const [sourceBefore, ownBefore] = [this.stackBefore?.drawings[of], this.stackBefore?.drawings[id]]
      if (!source || (paired && source === sourceBefore && own === ownBefore)) continue
      const wanted = otherDrawing(this.stack, source, own)
      if (equal(wanted, own)) continue
      const byHand = paired && !!ownBefore && !shownDiffers(source, sourceBefore) && shownDiffers(own, ownBefore)
      if (byHand) this.released.add(id)
      else made.push(wanted)
    }
    if (made.length) this.shot = withDrawings(this.shot, this.stack.id, made)
    return this
  }

  done(): Shot {
    const { plan, column: id, cycle: key } = this.ref
    const column = this.shot.plans[plan]!.columns[id]!
    const cycle = column.cycles?.[key]
    if (!cycle?.half) return this.shot
    const { timed: _timed, ...old } = cycle.half
    const there = new Set([...this.others.values(), ...this.charted.values()])
    const half: CycleHalf = {
      ...{ ...old, starts: this.starts },
      drawings: turnedBack(this.others),
      charts: turnedBack(this.charted),
      released: [...this.released].filter(r => there.has(r)).sort(),
      ...(this.timed ? { timed: true as const } : {}),
    }
    const now = this.steps({ ...cycle, half })
    return equal(now, cycle) ? this.shot : withColumn(this.shot, plan, withCycle(column, key, now))
  }

  /** The moments of the second half are those of the first, on its drawings. */
  private steps(cycle: Cycle): Cycle {
    const n = Math.floor(cycle.steps.length / 2)
    const steps = cycle.steps.map((s, i) => {
      const first = i < n ? null : cycle.steps[i - n]
      if (!first) return s
      const drawing = (d: string | null): string | null => (d === null ? null : (this.other(d) ?? null))
      if (!this.timed) return { ...first, moments: first.moments.map(m => ({ ...m, drawing: drawing(m.drawing) })) }
      const same = first.moments.length === s.moments.length
      return same
        ? { ...s, moments: s.moments.map((m, k) => ({ ...m, drawing: drawing(first.moments[k]!.drawing) })) }
        : s
    })
    return { ...cycle, steps }
  }
}

/** A record of which is of which, the other way round; without those of which one is not there. */
const turned = (record: Readonly<Record<string, string>>, isThere: (id: string) => boolean): Map<string, string> =>
  new Map(
    Object.keys(record)
      .sort()
      .flatMap(id => (isThere(id) && isThere(record[id]!) ? [[record[id]!, id] as const] : [])),
  )
const turnedBack = (map: ReadonlyMap<string, string>): Record<string, string> =>
  Object.fromEntries([...map].map(([of, id]) => [id, of]))

const shown = ({ own, content, fixed }: Drawing) => ({ own, content, fixed })
const shownDiffers = (a: Drawing, b: Drawing | undefined): boolean => a !== b && (!b || !equal(shown(a), shown(b)))

/** A drawing of the second half as the one of the first makes it; its number, its role and what was finished stay. */
function otherDrawing(stack: Stack, source: Drawing, { fixed: _fixed, ...own }: Drawing): Drawing {
  return {
    ...own,
    own: source.own,
    content: otherContent(stack, source.content),
    ...(source.fixed ? { fixed: otherFixed(stack, source.fixed) } : {}),
  }
}
