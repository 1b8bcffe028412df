import type { Recipe } from '#core/chart'
import { spread } from '#core/chart'
import type { Draft } from '#core/commands'
import type { Drawing } from '#core/document'
import { moveOverFeet } from '#core/figure'
import type { Reshape } from '#core/motion'
import { affineOf, mapped } from '#core/motion'
import type { Focus } from '~/desk/scene'

/**
 * How a change runs along a range of drawings: the same on all, growing, dying away, swelling and going again, or
 * bobbing there and back, over and over.
 */
export type Along = 'same' | 'grow' | 'die' | 'swell' | 'bob'

/** Drawings from one low to the next of a bob, where nothing is said. */
export const BOB = 4

/** The share of a change on each of `n` drawings, in order; spaced by a recipe. A bob takes `every` drawings. */
export function sharesAlong(along: Along, n: number, recipe: Recipe, every = BOB): number[] {
  if (along === 'bob') {
    const one = every < 2 ? [1] : [0, ...sharesAlong('swell', every - 1, recipe)]
    return Array.from({ length: n }, (_, i) => one[i % one.length]!)
  }
  if (along === 'same' || n === 1) return Array.from({ length: n }, () => 1)
  if (along === 'grow') return [...spread(recipe, n - 1), 1]
  if (along === 'die') return sharesAlong('grow', n, recipe).reverse()
  const half = Math.ceil(n / 2)
  const up = sharesAlong('grow', half, recipe)
  return [...up, ...up.slice(0, n - half).reverse()]
}

export interface RangeOptions {
  readonly keepWidth: boolean
  readonly along?: Along
  readonly recipe?: Recipe
  readonly every?: number
  /** Only what is of this part: a named part, or a figure; null for what is of none. All where nothing is said. */
  readonly part?: string | null
  /** Feet that stand stay on the ground while their figure moves. */
  readonly feet?: boolean
  readonly words?: string
}

/**
 * A change of what is on a range of drawings, the same or running along it. Computed in-betweens are left out: they
 * follow their poses. Null where none of the drawings has any of it.
 */
export function rangeDrafts(
  { stack }: Focus,
  over: readonly Drawing[],
  reshape: Reshape,
  { keepWidth, along = 'same', recipe = { family: 'even' }, every, part, feet, words }: RangeOptions,
): Draft[] | null {
  const own = over.filter(d => d.own)
  const shares = sharesAlong(along, own.length, recipe, every)
  const planted: Draft[] = []
  const drawings = own.map((d, i) => {
    const at = affineOf(reshape, shares[i]!)
    const strokes = d.content.strokes.filter(s => part === undefined || (s.part ?? null) === part).map(s => s.id)
    const subjects = Object.keys(d.content.poses).filter(id => part === undefined || id === part)
    const standing = feet ? subjects.filter(id => stack!.subjects[id]?.figure.chains.some(chain => chain.stands)) : []
    if (standing.length) {
      const poses = standing.map(id => {
        const pose = d.content.poses[id]!
        return [id, moveOverFeet(stack!.subjects[id]!.figure, pose, mapped(at, pose.place))] as const
      })
      planted.push({
        name: 'drawing.pose',
        args: { stack: stack!.id, drawing: d.id, poses: Object.fromEntries(poses) },
      })
    }
    return [d.id, { strokes, subjects: subjects.filter(id => !standing.includes(id)), at }] as const
  })
  const moved = drawings.filter(([, { strokes, subjects }]) => strokes.length || subjects.length)
  const map: Draft = {
    name: 'strokes.map',
    args: { stack: stack!.id, keepWidth, words, drawings: Object.fromEntries(moved) },
  }
  const drafts = [...(moved.length ? [map] : []), ...planted]
  return drafts.length ? drafts : null
}
