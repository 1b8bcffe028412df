import { drawRecorded } from '~/light-table/recorded-pen'
import { paintNow } from '~/ui/usePaint'
import { onShown } from '~/desk/usePlayback'
import { useDesk } from '~/desk/desk'

/** Lets the benches and tests see what the desk counts: pointer moves, picked bars, and when each frame was shown; and lets them move the simulated pen. It changes nothing by itself. */
export default defineNuxtPlugin(() => {
  Object.assign(window, {
    fintroMoves: () => useDesk().moves,
    fintroShown: onShown,
    fintroPicked: () => useDesk().picked.size,
    fintroPen: drawRecorded,
    fintroGoTo: (f: number) => useDesk().goTo(f),
    fintroPaint: paintNow,
  })
})
