import type { Frames, Run } from '../sheet'
import { runsAfter } from '../sheet'
import type { Column, Stack } from '../document/document'
import type { State } from './contents'
import type { Pass } from './passes'
import { isPose, passIndexAt } from './passes'
import type { Scene } from './scene'

/** The way from one key or extreme to the next over the breakdowns between, drawn on one scale from 0 to 1. */
export interface Stretch {
  /** First frames of its first and its last pose. */
  readonly start: number
  readonly end: number
  /** Each pass with its section of the scale. */
  readonly sections: readonly Section[]
}

/** The section of a stretch's scale that one pass has. */
export interface Section {
  readonly pass: Pass
  readonly from: number
  readonly to: number
}

/** One exposure on the rail: when (start, frames) and where (x on the scale of its stretch). */
export interface Bar {
  readonly run: Run
  readonly start: number
  readonly kind: 'pose' | 'in-between' | 'loose' | 'blank'
  readonly role: string
  readonly state: State | null
  readonly number: string
  readonly x: number
  /** The place in the pass, and the section of the scale it is drawn on; only for in-betweens of a chart. */
  readonly u: number | null
  readonly section: Section | null
  /** True where a key or extreme also ends the stretch before it (drawn at its right edge, too). */
  readonly arrives: boolean
}

export interface Rail {
  readonly bars: readonly Bar[]
  readonly stretches: readonly Stretch[]
}

/**
 * The rail of a column: its bars in order of time, and the stretches they stand in. With `within`, the bars that are
 * shown on these frames and the stretches that reach into them: what it costs grows with the frames, not with the
 * column.
 */
export function railOf(scene: Scene, column: Column, within?: Frames): Rail {
  const stack = scene.shot.stacks[column.stack]!
  const passes = scene.contents.passes(scene, column)
  const near = within ? passesNear(stack, passes, within) : passes
  const stretches = stretchesOf(scene, stack, near)
  const bars = barsOf(scene, column, stretches, within ?? { first: 1, last: column.runs.frames })
  return {
    bars,
    stretches: within ? stretches.filter(s => s.start <= within.last && s.end >= within.first) : stretches,
  }
}

/** Whole stretches: those that reach into the frames, and one more on either side. */
function passesNear(stack: Stack, passes: readonly Pass[], { first, last }: Frames): readonly Pass[] {
  let from = Math.max(0, passIndexAt(passes, first))
  let until = Math.max(0, passIndexAt(passes, last) + 1)
  for (let more = 2; from > 0 && more > 0; from--) if (!goesOn(stack, passes[from - 1], passes[from]!)) more -= 1
  for (let more = 2; until < passes.length && more > 0; until++)
    if (!goesOn(stack, passes[until - 1], passes[until]!)) more -= 1
  while (from > 0 && goesOn(stack, passes[from - 1], passes[from]!)) from -= 1
  while (until < passes.length && goesOn(stack, passes[until - 1], passes[until]!)) until += 1
  return passes.slice(from, until)
}

/** A pass goes on from the one before it: they meet at a breakdown. */
const goesOn = (stack: Stack, before: Pass | undefined, pass: Pass): boolean =>
  before?.to.start === pass.from.start && stack.drawings[pass.from.drawing]!.role === 'breakdown'

function barsOf(scene: Scene, column: Column, stretches: readonly Stretch[], { first, last }: Frames): Bar[] {
  const stack = scene.shot.stacks[column.stack]!
  const sections = stretches.flatMap(s => s.sections)
  const members = new Map(
    sections.flatMap(section => section.pass.members.map(m => [m.start, { section, u: m.u }] as const)),
  )
  const leaving = new Map(sections.map(p => [p.pass.from.start, p]))
  const reaching = new Map(sections.map(p => [p.pass.to.start, p]))
  const bars: Bar[] = []
  for (const { run, start } of runsAfter(column.runs, first)) {
    if (start > last) break
    const drawing = run.drawing === null ? undefined : stack.drawings[run.drawing]
    const base = {
      run,
      start,
      role: drawing?.role ?? '',
      number: drawing?.number ?? 'X',
      u: null,
      section: null,
      arrives: false,
    }
    if (!drawing) {
      bars.push({ ...base, kind: 'blank', state: null, x: 0 })
      continue
    }
    const state = scene.contents.state(scene, stack, drawing.id)
    const member = members.get(start)
    if (member) bars.push({ ...base, kind: 'in-between', state, ...member, x: onScale(member.section, member.u) })
    else if (!isPose(drawing)) bars.push({ ...base, kind: 'loose', state, x: 0 })
    else bars.push({ ...base, kind: 'pose', state, ...poseAt(leaving.get(start), reaching.get(start), drawing.role) })
  }
  return bars
}

/** Where a pose stands on the scale: between the sections it parts, or where its stretch begins or ends. */
function poseAt(out: Section | undefined, into: Section | undefined, role: string): { x: number; arrives: boolean } {
  const both = !!into && !!out
  if (both && role === 'breakdown') return { x: into.to, arrives: false }
  return { x: out ? out.from : into ? into.to : 0, arrives: both }
}

/** A place in a section of a stretch, on the scale of the stretch; and back. */
export const onScale = (section: { from: number; to: number }, u: number): number =>
  section.from + u * (section.to - section.from)
export const fromScale = (section: { from: number; to: number }, x: number): number =>
  (x - section.from) / (section.to - section.from)

function stretchesOf(scene: Scene, stack: Stack, passes: readonly Pass[]): Stretch[] {
  const groups: Pass[][] = []
  for (const pass of passes) {
    if (goesOn(stack, groups.at(-1)?.at(-1), pass)) groups.at(-1)!.push(pass)
    else groups.push([pass])
  }
  return groups.map(group => {
    const shares = sharesOf(scene, stack, group)
    let at = 0
    const sections = group.map((pass, i) => {
      const from = at
      at += shares[i]!
      return { pass, from, to: i === group.length - 1 ? 1 : at }
    })
    return { start: group[0]!.from.start, end: group.at(-1)!.to.start, sections }
  })
}

/**
 * The share of the scale that each pass of a stretch has: its share of the travel. Where nothing travels (drawings by
 * hand), its share of the time. None gets so small that it could not be taken hold of.
 */
function sharesOf(scene: Scene, stack: Stack, group: readonly Pass[]): number[] {
  if (group.length === 1) return [1]
  const ways = group.map(p => scene.contents.travel(scene, stack, p.from.drawing, p.to.drawing))
  const sizes = ways.every(w => w > 0) ? ways : group.map(p => p.to.start - p.from.start)
  const sum = sizes.reduce((a, b) => a + b, 0)
  const shares = sizes.map(s => Math.max(0.12, s / sum))
  const total = shares.reduce((a, b) => a + b, 0)
  return shares.map(s => s / total)
}
