import type { Page } from '@playwright/test'
import flubber from 'flubber'
import { strokeOutline } from '#core/stroke'
import type { Stroke } from '#core/stroke'
import type { Line } from '#core/tie'
import { matchOf, Way } from '#core/tie'
import { mappedLine, scribble } from '../core/tie/lines.test-helper'
import type { Row } from './row'
import { median } from './row'
import { inTurns } from './times'

/** Two drawings of so many strokes of 60 points: the second moved, sheared, and each stroke a little elsewhere. */
function poses(count: number): [Line[], Line[]] {
  const from = scribble(4, count, 900, 60)
  return [from, from.map((l, i) => mappedLine(l, (x, y) => [x + 30 + 0.1 * y + (i % 7), y + 0.05 * x], `${l.id}b`))]
}

/** Pairing 300 strokes with 300 over 100 with 100 in a worker of the page, taking turns; the first rounds warm it up. */
export async function strokesPair(page: Page, quick: boolean): Promise<Row> {
  const took = async (count: number, seconds: number): Promise<number> => {
    await page.evaluate(pairing(count))
    await page.waitForTimeout(seconds * 1000)
    const rounds = await page.evaluate<number[]>('window.benchBusy()')
    if (rounds.length < 3) throw new Error(`${count} strokes were paired ${rounds.length} times only.`)
    return median(rounds.slice(1))
  }
  const lists: [number[], number[]] = [[], []]
  for (let i = 0; i < (quick ? 1 : 3); i++) {
    lists[0].push(await took(100, 3))
    lists[1].push(await took(300, 8))
  }
  const [small, large] = lists.map(median) as [number, number]
  return {
    bench: 'strokes.pair',
    value: large / small,
    unit: 'ratio',
    bound: 15,
    better: 'lower',
    parts: { '300 × 300': `${large.toFixed(0)} ms`, '100 × 100': `${small.toFixed(0)} ms` },
  }
}

const outline = (s: Stroke): [number, number][] => {
  const flat = strokeOutline(s)
  return Array.from({ length: flat.length / 2 }, (_, i) => [flat[2 * i]!, flat[2 * i + 1]!])
}

/** 47 in-betweens of 60 paired strokes of 60 points, over flubber's interpolators of the same strokes' outlines. */
export function strokesBetween(quick: boolean): Row {
  const [a, b] = poses(60)
  const way = new Way(a, b, matchOf(a, b))
  const mates = way.match.pieces.map(p => [a[p.a]!.stroke, b[p.b]!.stroke] as const)
  if (mates.length !== 60) throw new Error(`${mates.length} strokes are paired, not 60.`)
  const theirs = mates.map(([p, q]) =>
    flubber.interpolate(outline(p), outline(q), { string: false, maxSegmentLength: Infinity }),
  )
  const each = (make: (u: number) => void) => () => {
    for (let k = 1; k <= 47; k++) make(k / 48)
  }
  const ours = each(u => way.at(u, () => 'first'))
  const other = each(u => {
    for (const f of theirs) f(u)
  })
  const [mine, plain] = inTurns(ours, other, quick ? 5 : 25)
  return {
    bench: 'strokes.between',
    value: mine / plain,
    unit: 'ratio',
    bound: 0.5,
    better: 'lower',
    parts: { ours: `${mine.toFixed(1)} ms`, flubber: `${plain.toFixed(1)} ms` },
  }
}

/** What a worker of the page does while something is dragged: as text, for the page has its own types. */
export const pairing = (count: number): string => {
  const [a, b] = poses(count)
  return `window.benchBusy = window.fintroPairing(${JSON.stringify(a)}, ${JSON.stringify(b)})`
}

/** A worker that is as busy and does nothing for us. */
export const BUSY = `(() => {
  const worker = new Worker(URL.createObjectURL(new Blob(['for (;;) {}'])))
  window.benchBusy = () => (worker.terminate(), [0])
})()`
