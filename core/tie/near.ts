/** Points of the picture in cells, to be asked what lies near. */
export class Near {
  private readonly cells = new Map<number, number[]>()
  private readonly cell: number

  /** `size` is how far the points are spread, px. */
  constructor(
    private readonly xs: ArrayLike<number>,
    private readonly ys: ArrayLike<number>,
    size: number,
  ) {
    this.cell = Math.max(1, size / Math.max(1, Math.sqrt(xs.length)))
    for (let i = 0; i < xs.length; i++) {
      const key = this.key(Math.floor(xs[i]! / this.cell), Math.floor(ys[i]! / this.cell))
      const list = this.cells.get(key)
      if (list) list.push(i)
      else this.cells.set(key, [i])
    }
  }

  private key = (x: number, y: number): number => x * 1_000_003 + y

  /** About `count` points around a place, the nearest first: ring by ring of cells until there are enough. */
  around(x: number, y: number, count: number): number[] {
    const [cx, cy] = [Math.floor(x / this.cell), Math.floor(y / this.cell)]
    const found: number[] = []
    // One ring more than needed: what lies in its near corner may be nearer.
    let enough = -1
    for (let ring = 0; ring <= 6 && ring !== enough; ring++) {
      for (let dx = -ring; dx <= ring; dx++) {
        const edge = Math.abs(dx) === ring
        for (let dy = -ring; dy <= ring; dy += edge || !ring ? 1 : 2 * ring)
          found.push(...(this.cells.get(this.key(cx + dx, cy + dy)) ?? []))
      }
      if (enough < 0 && found.length >= count) enough = ring + 2
    }
    const far = (i: number) => (this.xs[i]! - x) ** 2 + (this.ys[i]! - y) ** 2
    return found.sort((p, q) => far(p) - far(q)).slice(0, count)
  }
}
