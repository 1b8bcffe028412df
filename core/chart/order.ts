/** How an in-between is found between two drawings that are there. */
export type Division = 'half' | 'third' | 'favour' | 'other' | 'beyond'

/** One line of the order of work. Indices count the ticks; −1 is the first pose, n the second. */
export interface Task {
  readonly tick: number
  readonly between: readonly [number, number]
  readonly division: Division
  /** The share of the way from the first to the second of the two, 0 to 1; beyond them for an overshoot. */
  readonly share: number
}

const COST: Record<Division, number> = { half: 0, third: 1, favour: 2, other: 4, beyond: 0 }
const CLOSE = 0.02
const SAME = 1e-9

/** The favour that counts as one when the chart says nothing else: within a sixth of a neighbour. */
export const FAVOUR = 1 / 6

/**
 * What dividing a gap (in spans) at a share of it is called. Within 2 % of the gap it is still a half or a third; a
 * favour is sharper than a third, and within `favour` of the whole span of a neighbour.
 */
export function divisionAt(share: number, gap = 1, favour = FAVOUR): Division {
  if (Math.abs(share - 1 / 2) <= CLOSE + SAME) return 'half'
  const nearer = Math.min(share, 1 - share)
  if (Math.abs(nearer - 1 / 3) <= CLOSE + SAME) return 'third'
  return nearer < 1 / 3 && nearer * gap <= favour + SAME ? 'favour' : 'other'
}

/**
 * The order in which in-betweens at places `ticks` are drawn: each between two that are there by then, with the
 * least total cost over all orders (half 0, third 1, favour 2, other 4). Ties go to the drawing nearest the middle of its
 * gap, then to the earlier. Ticks beyond 0 or 1 are given from the nearer pose outward, after the pose itself.
 * What one in-between costs depends only on the two it stands between, so the best order of a gap is the best first
 * drawing with the best orders of the two gaps it leaves: n³/6 looks for n ticks.
 */
export function orderOfWork(ticks: readonly number[], favour = FAVOUR): Task[] {
  const sorted = ticks.map((u, i) => ({ u, i })).sort((a, b) => a.u - b.u || a.i - b.i)
  const inner = sorted.filter(t => t.u >= 0 && t.u <= 1)
  const row = [0, ...inner.map(t => t.u), 1]
  const named = [-1, ...inner.map(t => t.i), ticks.length]
  const first = bestFirsts(row, favour)
  const tasks: Task[] = []
  // By levels: what stands between the two poses first, then what stands between those, from the earlier to the later.
  let level: [number, number][] = [[0, row.length - 1]]
  while (level.length) {
    const next: [number, number][] = []
    for (const [i, j] of level) {
      if (j - i < 2) continue
      const k = first[i * row.length + j]!
      const share = shareOf(row, i, k, j)
      tasks.push({
        tick: named[k]!,
        between: [named[i]!, named[j]!],
        division: divisionAt(share, row[j]! - row[i]!, favour),
        share,
      })
      next.push([i, k], [k, j])
    }
    level = next
  }
  const outside = [...sorted.filter(t => t.u < 0).reverse(), ...sorted.filter(t => t.u > 1)]
  return [
    ...tasks,
    ...outside.map(({ u, i }): Task => ({ tick: i, between: [-1, ticks.length], division: 'beyond', share: u })),
  ]
}

const shareOf = (row: readonly number[], i: number, k: number, j: number): number =>
  row[j] === row[i] ? 0.5 : (row[k]! - row[i]!) / (row[j]! - row[i]!)

/** For each gap (i, j) of a row, the index that is best drawn first in it. */
function bestFirsts(row: readonly number[], favour: number): Int16Array {
  const n = row.length
  const first = new Int16Array(n * n)
  const cost = new Float64Array(n * n)
  for (let width = 2; width < n; width++) {
    for (let i = 0; i + width < n; i++) {
      const j = i + width
      let [best, bestOff] = [Infinity, Infinity]
      for (let k = i + 1; k < j; k++) {
        const share = shareOf(row, i, k, j)
        const total = COST[divisionAt(share, row[j]! - row[i]!, favour)] + cost[i * n + k]! + cost[k * n + j]!
        const off = Math.abs(share - 0.5)
        if (total < best - SAME || (total < best + SAME && off < bestOff - SAME)) {
          best = total
          bestOff = off
          first[i * n + j] = k
        }
      }
      cost[i * n + j] = best
    }
  }
  return first
}
