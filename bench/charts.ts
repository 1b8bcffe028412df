import { interpolate } from 'd3-interpolate'
import type { Bone, Figure, Pose } from '#core/figure'
import { blend, layBones } from '#core/figure'
import { orderOfWork, spread } from '#core/chart'
import { arc, vec } from '#core/motion'
import type { Row } from './row'

/**
 * Milliseconds that one call takes: the middle of several rounds, each long enough to be told from the clock's grain.
 */
export function timeOf(call: () => void, quick: boolean): number {
  const rounds: number[] = []
  for (let k = 0; k < (quick ? 3 : 9); k++) {
    let n = 0
    const began = performance.now()
    do {
      call()
      n++
    } while (performance.now() - began < (quick ? 20 : 120))
    rounds.push((performance.now() - began) / n)
  }
  return rounds.sort((a, b) => a - b)[Math.floor(rounds.length / 2)]!
}

/** Places without any order in them but their own, the same each time. */
const free = (n: number): number[] =>
  Array.from({ length: n }, (_, i) => (((i * 0.618034 + 0.37) % 1) + i) / n).sort((a, b) => a - b)
const DISPLAY_FRAME = 1000 / 60

/** The order of work for 47 free ticks against 23. */
export function chartOrder(quick: boolean): Row[] {
  const [many, few] = [free(47), free(23)]
  const [long, short] = [timeOf(() => orderOfWork(many), quick), timeOf(() => orderOfWork(few), quick)]
  return [
    {
      bench: 'chart.order',
      value: long / short,
      unit: 'ratio',
      bound: 12,
      better: 'lower',
      parts: { '47 ticks': `${(long * 1000).toFixed(0)} µs`, '23 ticks': `${(short * 1000).toFixed(0)} µs` },
    },
    {
      bench: 'chart.order.frame',
      value: long / DISPLAY_FRAME,
      unit: 'share',
      bound: 1,
      better: 'lower',
      parts: { '47 ticks': `${long.toFixed(3)} ms`, 'display frame': `${DISPLAY_FRAME.toFixed(1)} ms` },
    },
  ]
}

/** A body of 24 joints: four limbs of five and a back of four. */
function body(): Figure {
  const bones: Bone[] = []
  const chain = (name: string, count: number, parent: string | null) => {
    let from = parent
    for (let i = 0; i < count; i++) {
      bones.push({
        id: `${name}${i}`,
        name: `${name} ${i}`,
        parent: from,
        length: 60,
        rest: 0.3 * (i + 1),
        side: 'near',
        shapes: [],
      })
      from = `${name}${i}`
    }
  }
  chain('back', 4, null)
  for (const limb of ['arm', 'reach', 'leg', 'stride']) chain(limb, 5, limb.length % 2 ? 'back3' : null)
  return { id: 'body', name: 'Body', version: 1, stretches: false, bones, chains: [] }
}

const posed = (f: Figure, at: number): Pose => ({
  place: vec(400 + at * 500, 500 - at * 90),
  turn: at * 0.4,
  size: 1 + at * 0.1,
  stretch: 1,
  angles: Object.fromEntries(f.bones.map((b, i) => [b.id, Math.sin(i + at * 2)])),
})

/** All joint positions for 47 in-betweens, against prebuilt d3-interpolate over the same stored numbers. */
export function spacingSpan(quick: boolean): Row {
  const figure = body()
  const [a, b] = [posed(figure, 0), posed(figure, 1)]
  const places = spread({ family: 'halves', slow: 'both', depth: 4 }, 47)
  const path = arc(vec(200, 600), a.place, b.place, vec(1100, 500))
  const between = interpolate({ ...a, angles: { ...a.angles } }, { ...b, angles: { ...b.angles } })
  let sum = 0
  const ours = timeOf(() => {
    for (const u of places) sum += layBones(figure, blend(figure, a, b, u, { path })).get('arm4')!.tip.x
  }, quick)
  const plain = timeOf(() => {
    for (const u of places) sum += between(u).place.x
  }, quick)
  if (!Number.isFinite(sum)) throw new Error('The positions are not numbers.')
  return {
    bench: 'spacing.span',
    value: ours / plain,
    unit: 'ratio',
    bound: 10,
    better: 'lower',
    parts: {
      'joint positions': `${(ours * 1000).toFixed(0)} µs`,
      'd3-interpolate': `${(plain * 1000).toFixed(0)} µs`,
      joints: String(figure.bones.length),
    },
  }
}
