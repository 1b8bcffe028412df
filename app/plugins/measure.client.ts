import { wrap } from 'comlink'
import type { Line } from '#core/tie'
import type { MatchWorker } from '~/desk/match.worker'
import { drawRecorded } from '~/light-table/recorded-pen'
import { paintNow } from '~/ui/usePaint'
import { onShown } from '~/desk/usePlayback'
import { useDesk } from '~/desk/desk'
import { useRail } from '~/rail/store'
import { useSounds } from '~/sound/store'
import { usePaintCounts } from '~/ui/paint/counts'

/** Pairs the same strokes in a worker until it is stopped; gives what stops it and says how long each round took, ms. */
function pairAgainAndAgain(a: Line[], b: Line[]): () => number[] {
  const worker = new Worker(new URL('../desk/match.worker.ts', import.meta.url), { type: 'module' })
  const { matchOf } = wrap<MatchWorker>(worker)
  const rounds: number[] = []
  const round = async (): Promise<void> => {
    const from = performance.now()
    await matchOf(a, b, [])
    rounds.push(performance.now() - from)
    return round()
  }
  void round()
  return () => {
    worker.terminate()
    return rounds
  }
}

/**
 * Lets the benches and tests see what the desk counts: pointer moves, picked bars, when each frame was shown, and what
 * is heard; and lets them move the simulated pen. It changes nothing by itself.
 */
export default defineNuxtPlugin(() => {
  Object.assign(window, {
    fintroMoves: () => usePaintCounts().moves,
    fintroShown: onShown,
    fintroPicked: () => useRail().picked.size,
    fintroPen: drawRecorded,
    fintroGoTo: (f: number) => useDesk().goTo(f),
    fintroPaint: paintNow,
    fintroPairing: pairAgainAndAgain,
    fintroHear: (from: number, count: number) => [...useSounds().hear(from, count).left],
    fintroWaves: () => useSounds().arrivals,
  })
})
