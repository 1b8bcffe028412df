import { drawRecorded } from '~/light-table/recorded-pen'
import { paintNow } from '~/ui/usePaint'
import { onShown } from '~/desk/usePlayback'
import { useDesk } from '~/desk/desk'
import { useRail } from '~/rail/store'
import { usePaintCounts } from '~/ui/paint/counts'

/**
 * Lets the benches and tests see what the desk counts: pointer moves, picked bars, and when each frame was shown; and
 * lets them move the simulated pen. It changes nothing by itself.
 */
export default defineNuxtPlugin(() => {
  Object.assign(window, {
    fintroMoves: () => usePaintCounts().moves,
    fintroShown: onShown,
    fintroPicked: () => useRail().picked.size,
    fintroPen: drawRecorded,
    fintroGoTo: (f: number) => useDesk().goTo(f),
    fintroPaint: paintNow,
  })
})
