import { onShown } from '~/composables/usePlayback'

/** Lets the benches see what the desk counts: pointer moves, picked bars, and when each frame was shown. It changes nothing. */
export default defineNuxtPlugin(() => {
  Object.assign(window, { fintroMoves: () => useDesk().moves, fintroShown: onShown, fintroPicked: () => useDesk().picked.size })
})
