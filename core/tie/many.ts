import { ALONE, costOf, laidOn } from './alike'
import type { Scale } from './alike'
import type { Measured } from './line'

/** So many lines near each one are looked at. */
const NEAR = 12

/**
 * Pairs for drawings of very many lines: each line with those whose middles lie nearest, the cheapest pairs first. Not
 * the least total cost, but never a wait. Rows, columns and costs of the pairs.
 */
export function nearestPairs(a: readonly Measured[], b: readonly Measured[], scale: Scale): [number, number, number][] {
  const cell = Math.max(1, scale.size / Math.max(1, Math.sqrt(b.length)))
  const cells = new Map<string, number[]>()
  const key = (x: number, y: number) => `${Math.floor(x / cell)} ${Math.floor(y / cell)}`
  b.forEach((m, j) => cells.set(key(m.cx, m.cy), [...(cells.get(key(m.cx, m.cy)) ?? []), j]))
  const edges: [number, number, number][] = []
  a.forEach((m, i) => {
    const [x, y] = laidOn(scale.laying, m.cx, m.cy)
    for (const j of nearby(cells, x / cell, y / cell)) {
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

/** What lies in the cells around a place, ring by ring, until there is enough. */
function nearby(cells: ReadonlyMap<string, readonly number[]>, x: number, y: number): number[] {
  const [cx, cy] = [Math.floor(x), Math.floor(y)]
  const out: number[] = []
  for (let ring = 0; ring <= 3 && out.length < NEAR; ring++)
    for (let dx = -ring; dx <= ring; dx++)
      for (let dy = -ring; dy <= ring; dy++)
        if (Math.max(Math.abs(dx), Math.abs(dy)) === ring) out.push(...(cells.get(`${cx + dx} ${cy + dy}`) ?? []))
  return out.slice(0, 3 * NEAR)
}
