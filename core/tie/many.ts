import { ALONE, costOf, laidOn } from './alike'
import type { Scale } from './alike'
import type { Measured } from './line'
import { Near } from './near'

/** So many lines near each one are looked at. */
const NEAR = 12

/**
 * Pairs for drawings of very many lines: each line with those whose middles lie nearest, the cheapest pairs first. Not
 * the least total cost, but never a wait. Rows, columns and costs of the pairs.
 */
export function nearestPairs(a: readonly Measured[], b: readonly Measured[], scale: Scale): [number, number, number][] {
  const near = new Near(
    b.map(m => m.cx),
    b.map(m => m.cy),
    scale.size,
  )
  const edges: [number, number, number][] = []
  a.forEach((m, i) => {
    for (const j of near.around(...laidOn(scale.laying, m.cx, m.cy), NEAR)) {
      const cost = costOf(m, b[j]!, scale, i, j)
      if (cost < 2 * ALONE) edges.push([i, j, cost])
    }
  })
  edges.sort((p, q) => p[2] - q[2] || p[0] - q[0] || p[1] - q[1])
  const [usedA, usedB] = [new Set<number>(), new Set<number>()]
  return edges.filter(([i, j]) => {
    if (usedA.has(i) || usedB.has(j)) return false
    usedA.add(i)
    usedB.add(j)
    return true
  })
}
