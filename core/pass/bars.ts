import { eachRun, type Run } from '../sheet'
import type { Column, Plan, Shot } from '../document/document'
import type { Contents, State } from './content'
import { isCore, type Pass } from './passes'

/** The way from one key or extreme to the next over the breakdowns between, drawn on one scale from 0 to 1. */
export interface Stretch {
  /** First frames of its first and its last core drawing. */
  readonly start: number
  readonly end: number
  /** Each pass with its part of the scale. */
  readonly parts: readonly { readonly pass: Pass; readonly from: number; readonly to: number }[]
}

/** One exposure on the rail: when (start, frames) and where (x on the scale of its stretch). */
export interface Bar {
  readonly run: Run
  readonly start: number
  readonly kind: 'core' | 'in-between' | 'loose' | 'blank'
  readonly role: string
  readonly state: State | null
  readonly number: string
  readonly x: number
  /** The place in the pass, and the part of the scale it is drawn on; only for in-betweens of a chart. */
  readonly u: number | null
  readonly part: Stretch['parts'][number] | null
  /** True where a key or extreme also ends the stretch before it (drawn at its right edge, too). */
  readonly arrives: boolean
}

export interface Rail {
  readonly bars: readonly Bar[]
  readonly stretches: readonly Stretch[]
}

/** The rail of one column: all bars in order of time and the stretches they stand in. */
export function railOf(contents: Contents, shot: Shot, plan: Plan, column: Column): Rail {
  const stack = shot.stacks[column.stack]!
  const passes = contents.passes(shot, plan, column)
  const stretches = stretchesOf(contents, shot, plan, column, passes)
  const parts = stretches.flatMap(s => s.parts)
  const members = new Map(parts.flatMap(part => part.pass.members.map(m => [m.start, { part, u: m.u }] as const)))
  const leaving = new Map(parts.map(p => [p.pass.from.start, p]))
  const reaching = new Map(parts.map(p => [p.pass.to.start, p]))
  const bars = [...eachRun(column.runs)].map(({ run, start }): Bar => {
    const drawing = run.drawing === null ? undefined : stack.drawings[run.drawing]
    const base = {
      run,
      start,
      role: drawing?.role ?? '',
      number: drawing?.number ?? 'X',
      u: null,
      part: null,
      arrives: false,
    }
    if (!drawing) return { ...base, kind: 'blank', state: null, x: 0 }
    const state = contents.state(shot, plan, stack, drawing.id)
    const member = members.get(start)
    if (member)
      return { ...base, kind: 'in-between', state, u: member.u, part: member.part, x: onScale(member.part, member.u) }
    if (!isCore(drawing)) return { ...base, kind: 'loose', state, x: 0 }
    const [out, into] = [leaving.get(start), reaching.get(start)]
    const breaks = drawing.role === 'breakdown' && !!into && !!out
    return {
      ...base,
      kind: 'core',
      state,
      x: breaks ? into.to : out ? out.from : into ? into.to : 0,
      arrives: !breaks && !!into && !!out,
    }
  })
  return { bars, stretches }
}

/** A place in a part of a stretch, on the scale of the stretch; and back. */
export const onScale = (part: { from: number; to: number }, u: number): number => part.from + u * (part.to - part.from)
export const fromScale = (part: { from: number; to: number }, x: number): number =>
  (x - part.from) / (part.to - part.from)

function stretchesOf(contents: Contents, shot: Shot, plan: Plan, column: Column, passes: readonly Pass[]): Stretch[] {
  const stack = shot.stacks[column.stack]!
  const groups: Pass[][] = []
  for (const pass of passes) {
    const last = groups.at(-1)?.at(-1)
    const goesOn = last?.to.start === pass.from.start && stack.drawings[pass.from.drawing]!.role === 'breakdown'
    if (goesOn) groups.at(-1)!.push(pass)
    else groups.push([pass])
  }
  return groups.map(group => {
    const ways = group.map(p => contents.travel(shot, plan, stack, p.from.drawing, p.to.drawing))
    // Where nothing travels (drawings by hand), a breakdown sits at its share of the time. A floor keeps every part takeable.
    const sizes = ways.every(w => w > 0) ? ways : group.map(p => p.to.start - p.from.start)
    const sum = sizes.reduce((a, b) => a + b, 0)
    const shares = sizes.map(s => Math.max(0.12, s / sum))
    const total = shares.reduce((a, b) => a + b, 0)
    let at = 0
    const parts = group.map((pass, i) => {
      const from = at
      at += shares[i]! / total
      return { pass, from, to: i === group.length - 1 ? 1 : at }
    })
    return { start: group[0]!.from.start, end: group.at(-1)!.to.start, parts }
  })
}
