import type { Vec } from '#core/motion'

/** One sample of a pen: when (ms from the beginning), where (as a share of a box) and how hard it was pressed. */
export interface Sample {
  readonly at: number
  readonly x: number
  readonly y: number
  readonly pressure: number
}

/**
 * Invented, as a hand would: pressed harder in the middle of a stroke, lighter as it comes and goes, never quite
 * steady.
 */
function hand(points: readonly (readonly [number, number])[], ms: number): Sample[] {
  const n = Math.round(ms / 8)
  return Array.from({ length: n + 1 }, (_, i) => {
    const t = i / n
    // Slow at both ends, and with a small tremor of the hand.
    const way = (3 - 2 * t) * t * t * (points.length - 1)
    const k = Math.min(points.length - 2, Math.floor(way))
    const [p, q, s] = [points[k]!, points[k + 1]!, way - k]
    const tremor = 0.004 * Math.sin(i * 1.9) + 0.003 * Math.cos(i * 0.7)
    return {
      at: i * 8,
      x: p[0] + (q[0] - p[0]) * s + tremor,
      y: p[1] + (q[1] - p[1]) * s - tremor,
      pressure: Math.max(0.05, Math.min(1, 0.15 + 0.75 * Math.sin(Math.PI * t) + 0.06 * Math.sin(i * 0.9))),
    }
  })
}

const ring = (turns: number): [number, number][] =>
  Array.from({ length: 25 }, (_, i) => {
    const a = (i / 24) * Math.PI * 2 * turns - Math.PI / 2
    return [0.5 + 0.46 * Math.cos(a), 0.5 + 0.46 * Math.sin(a)]
  })

/**
 * Strokes of a pen as they were recorded, each in a box of 1 by 1: for trying pressure without a tablet, and for tests.
 */
export const RECORDED: Readonly<Record<'ring' | 'sweep' | 'zigzag' | 'tick', readonly Sample[]>> = {
  ring: hand(ring(1.02), 560),
  sweep: hand(
    [
      [0, 0.8],
      [0.2, 0.35],
      [0.5, 0.1],
      [0.8, 0.2],
      [1, 0.6],
    ],
    420,
  ),
  zigzag: hand(
    [
      [0, 0.2],
      [0.25, 0.9],
      [0.4, 0.1],
      [0.65, 0.95],
      [0.8, 0.15],
      [1, 0.8],
    ],
    640,
  ),
  tick: hand(
    [
      [0, 0.55],
      [0.3, 1],
      [1, 0],
    ],
    260,
  ),
}
export type RecordedStroke = keyof typeof RECORDED

/**
 * Moves a simulated pen over an element as a recorded stroke, in a box of the screen (px): the events are those of a real
 * pen with pressure. `quick` lets it go as fast as it can.
 */
export async function drawRecorded(
  on: Element,
  stroke: RecordedStroke,
  box: { x: number; y: number; width: number; height: number },
  { quick = false }: { quick?: boolean } = {},
): Promise<void> {
  const at = (s: Sample): Vec => ({ x: box.x + s.x * box.width, y: box.y + s.y * box.height })
  const send = (type: string, s: Sample): void => {
    const down = type !== 'pointerup'
    const { x, y } = at(s)
    on.dispatchEvent(
      new PointerEvent(type, {
        bubbles: true,
        cancelable: true,
        composed: true,
        pointerId: 77,
        pointerType: 'pen',
        isPrimary: true,
        clientX: x,
        clientY: y,
        pressure: down ? s.pressure : 0,
        button: type === 'pointermove' ? -1 : 0,
        buttons: down ? 1 : 0,
      }),
    )
  }
  const samples = RECORDED[stroke]
  send('pointerdown', samples[0]!)
  const began = performance.now()
  for (const s of samples.slice(1)) {
    if (!quick) while (performance.now() - began < s.at) await new Promise(done => requestAnimationFrame(done))
    send('pointermove', s)
  }
  send('pointerup', samples.at(-1)!)
}
