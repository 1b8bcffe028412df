/**
 * The cheapest way to give every row a column of its own, as the column of each row; there are at least as many columns
 * as rows. `cost(row, column)` is asked once for each step of the search, O(rows² · columns) in all. Shortest augmenting
 * paths with potentials (Kuhn 1955, Munkres 1957; in the form that handbooks of algorithms give, from memory).
 */
export function assigned(rows: number, columns: number, cost: Float64Array): Int32Array {
  const [u, v] = [new Float64Array(rows + 1), new Float64Array(columns + 1)]
  const rowOf = new Int32Array(columns + 1)
  const way = new Int32Array(columns + 1)
  const least = new Float64Array(columns + 1)
  const seen = new Uint8Array(columns + 1)
  for (let row = 1; row <= rows; row++) {
    rowOf[0] = row
    let at = 0
    least.fill(Infinity)
    seen.fill(0)
    do {
      seen[at] = 1
      const i = rowOf[at]!
      const base = (i - 1) * columns - 1
      let [delta, next] = [Infinity, 0]
      for (let j = 1; j <= columns; j++) {
        if (seen[j]) continue
        const reduced = cost[base + j]! - u[i]! - v[j]!
        if (reduced < least[j]!) {
          least[j] = reduced
          way[j] = at
        }
        if (least[j]! < delta) {
          delta = least[j]!
          next = j
        }
      }
      for (let j = 0; j <= columns; j++) {
        if (seen[j]) {
          u[rowOf[j]!]! += delta
          v[j]! -= delta
        } else least[j]! -= delta
      }
      at = next
    } while (rowOf[at] !== 0)
    do {
      const before = way[at]!
      rowOf[at] = rowOf[before]!
      at = before
    } while (at)
  }
  const out = new Int32Array(rows)
  for (let j = 1; j <= columns; j++) if (rowOf[j]) out[rowOf[j]! - 1] = j - 1
  return out
}

/**
 * Pairs rows with columns one to one at the least total cost, where a pair costs `cost` and whatever stays alone costs
 * `alone`. The column of each row, or −1.
 */
export function paired(rows: number, columns: number, cost: Float64Array, alone: number): Int32Array {
  if (!rows || !columns) return new Int32Array(rows).fill(-1)
  // Two that stay alone cost as much as a pair that is as dear: what is dearer is cut off there.
  const most = 2 * alone
  if (rows <= columns) {
    const out = assigned(
      rows,
      columns,
      cost.map(c => Math.min(c, most)),
    )
    return out.map((j, i) => (cost[i * columns + j]! < most ? j : -1))
  }
  const turned = new Float64Array(rows * columns)
  for (let i = 0; i < rows; i++)
    for (let j = 0; j < columns; j++) turned[j * rows + i] = Math.min(cost[i * columns + j]!, most)
  const out = new Int32Array(rows).fill(-1)
  assigned(columns, rows, turned).forEach((i, j) => {
    if (cost[i * columns + j]! < most) out[i] = j
  })
  return out
}
