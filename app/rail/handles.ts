import type { Easing } from '#core/motion'
import type { Recipe } from '#core/chart'
import { easingOf, usualFavour } from '#core/chart'
import { settling } from '#core/motion'
import type { Pass, Section } from '#core/pass'
import { passFrames, onScale } from '#core/pass'
import type { Stack } from '#core/document'
import { partKey, subjectsOf } from '#core/document'
import type { Point } from '#core/travel'
import type { Rows } from '~/sheet/layout'
import type { RailScale } from './layout'
import { asKept } from '~/chart/fill'

/**
 * A handle of a pass's family on the rail. `t` is time from departure to arrival, `u` the place, both as seen in the
 * pass.
 */
export interface FamilyHandle {
  readonly id: string
  readonly t: number
  readonly u: number
  readonly name: string
  readonly pull: (t: number, u: number) => Recipe
}

/** How the rail lies: its rows, and its places across. */
export interface RailGrid {
  readonly rows: Rows
  readonly scale: RailScale
}

/** The way from time and place in a pass to the rail, and back. */
export function scaleOf(section: Section, { rows, scale }: RailGrid) {
  const frames = passFrames(section.pass)
  const top = rows.y(section.pass.to.start - frames)
  return {
    x: (u: number) => scale.x(onScale(section, u)),
    y: (t: number) => top + t * frames * rows.px,
    t: (y: number) => (y - top) / (frames * rows.px),
    frames,
  }
}

const clamp = (v: number, least: number, most: number): number => Math.max(least, Math.min(most, v))

/** The damping at which the first overshoot of a settle reaches `u`. */
function dampingFor(u: number, swings: number): number {
  let [low, high] = [0.02, 0.9]
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2
    if (settling(swings, middle)(1 / swings) > u) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** The handles of the family of a pass, as it is seen there. */
export function familyHandles(pass: Pass): FamilyHandle[] {
  const n = pass.chart?.ticks.length ?? 0
  if (!n) return []
  const r = asKept(pass, pass.chart!.recipe)
  switch (r.family) {
    case 'curve':
      return curveHandles(r)
    case 'favours': {
      const names = ['the favour at the first pose', 'the favour at the second pose'] as const
      return endHandles(r.slow, r.f ?? usualFavour(n), names, v => ({ ...r, f: clamp(v, 0.01, 0.5) }))
    }
    case 'moving-hold': {
      const names = ['the drift off the first pose', 'the drift into the second pose'] as const
      return endHandles(r.slow, r.drift, names, v => ({ ...r, drift: clamp(v, 0.01, 0.4) }))
    }
    case 'settle':
      return [swingHandle(r)]
    case 'wind-up':
      return [backHandle(r)]
    default:
      return []
  }
}

type Of<F extends Recipe['family']> = Extract<Recipe, { family: F }>

/** The two handles of a curve. */
function curveHandles(r: Of<'curve'>): FamilyHandle[] {
  const [x1, y1, x2, y2] = r.handles
  const to = (t: number, u: number) => [clamp(t, 0, 1), clamp(u, -0.5, 1.5)] as const
  return [
    {
      id: 'leave',
      t: x1,
      u: y1,
      name: 'how it leaves',
      pull: (t, u) => ({ ...r, handles: [...to(t, u), x2, y2] }),
    },
    {
      id: 'arrive',
      t: x2,
      u: y2,
      name: 'how it arrives',
      pull: (t, u) => ({ ...r, handles: [x1, y1, ...to(t, u)] }),
    },
  ]
}

/** One handle at each pose that is eased, `share` of the way from it. */
function endHandles(
  slow: Of<'favours'>['slow'],
  share: number,
  names: readonly [first: string, second: string],
  set: (share: number) => Recipe,
): FamilyHandle[] {
  const first: FamilyHandle = { id: 'first', t: 0, u: share, name: names[0], pull: (_t, u) => set(u) }
  const second: FamilyHandle = { id: 'second', t: 1, u: 1 - share, name: names[1], pull: (_t, u) => set(1 - u) }
  return [...(slow === 'second' ? [] : [first]), ...(slow === 'first' ? [] : [second])]
}

/** The first overshoot of a settle. */
function swingHandle(r: Of<'settle'>): FamilyHandle {
  const at = 1 / r.swings
  const t = r.turned ? 1 - at : at
  return {
    id: 'swing',
    t,
    u: easingOf(r)!(t),
    name: 'down: fewer swings, sideways: damping',
    pull: (to, u) => {
      const swings = Math.round(clamp(1 / Math.max(0.05, r.turned ? 1 - to : to), 1, 12))
      return { ...r, swings, damping: dampingFor(r.turned ? 1 - u : u, swings) }
    },
  }
}

/** The farthest point of a wind-up. */
function backHandle(r: Of<'wind-up'>): FamilyHandle {
  const s = lowest(easingOf(r)!, r.turned ?? false)
  return {
    id: 'back',
    t: s.t,
    u: s.u,
    name: 'how far back it goes first',
    pull: (_t, u) => ({ ...r, back: clamp(r.turned ? u - 1 : -u, 0.01, 0.5) }),
  }
}

/** Where an easing that winds up is farthest back. */
function lowest(f: Easing, turned: boolean): { t: number; u: number } {
  let best = { t: 0, u: f(0) }
  for (let i = 0; i <= 100; i++) {
    const u = f(i / 100)
    if (turned ? u > best.u : u < best.u) best = { t: i / 100, u }
  }
  return best
}

/** The curve that a pass's spacing follows in time, where its family is one. */
export function wayOf(pass: Pass): Easing | null {
  return pass.chart?.ticks.length ? easingOf(asKept(pass, pass.chart.recipe)) : null
}

/** A part that can lead or drag in a pass, with where its marker stands. */
export interface LeadMarker {
  readonly key: string
  readonly name: string
  readonly share: number
  readonly x: number
  readonly y: number
}

const MAIN = ['place', 'head', 'near-hand', 'far-hand']
const MOST = 5
export const MARKER = 8

/** The lead markers of a pass: the parts that lead already, those that are followed, and the main ones. */
export function leadMarkers(stack: Stack, section: Section, on: RailGrid, points: readonly Point[]): LeadMarker[] {
  const { pass } = section
  if (!pass.chart?.ticks.length) return []
  const posed = subjectsOf(stack).filter(s =>
    [pass.from, pass.to].every(p => stack.drawings[p.drawing]!.content.poses[s.id]),
  )
  const named = posed.flatMap(s => {
    const bones = s.figure.bones
    const main = MAIN.filter(m => (m === 'place' ? bones.length > 1 : bones.some(b => b.id === m)))
    return [
      ...Object.keys(pass.chart!.leads ?? {}).filter(k => k.startsWith(`${s.id}/`)),
      ...points.filter(p => p.subject === s.id && !p.part.includes('#')).map(p => partKey(p.subject, p.part)),
      ...(main.length > 1 ? main : bones.map(b => b.id)).map(m => partKey(s.id, m)),
    ]
  })
  const scale = scaleOf(section, on)
  return [...new Set(named)].slice(0, MOST).map((key, i) => {
    const [subject, id] = key.split('/') as [string, string]
    const figure = stack.subjects[subject]?.figure
    const share = pass.chart!.leads?.[key] ?? 0
    // A part that is ahead is where the rest will be later: its marker stands higher up.
    return {
      key,
      name: figure?.bones.find(b => b.id === id)?.name ?? 'the whole body',
      share,
      x: 6 + i * MARKER,
      y: scale.y(0.5 - share),
    }
  })
}
