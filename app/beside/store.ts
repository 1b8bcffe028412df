import { defineStore } from 'pinia'
import { computed, markRaw, shallowRef } from 'vue'
import { useDesk } from '~/desk/desk'
import { giveOpen, giveStored, shotsBeside } from '~/hand-off/gather'
import type { Given } from '~/hand-off/given'
import { HandOffFault } from '~/hand-off/given'
import { ServerAway, ServerRefusal } from '~/sync/server'
import { tell } from '~/ui/messages'

/** Plays the open shot between those before and after it in its production. */
export const useBeside = defineStore('beside', () => {
  const desk = useDesk()
  /** The shots in their order, the open one among them; null where they are not played. */
  const shots = shallowRef<readonly Given[] | null>(null)
  /** They are being fetched. */
  const fetching = shallowRef(false)
  let run = 0

  async function start(): Promise<void> {
    const { session, plan, shot } = desk
    if (!session || !plan || !shot || fetching.value) return
    stop()
    const mine = ++run
    desk.playing = false
    fetching.value = true
    try {
      const all = await shotsBeside(shot.id)
      const at = all.findIndex(s => s.id === shot.id)
      const [before, then] = [all[at - 1], all[at + 1]]
      if (at < 0 || (!before && !then)) {
        tell('This is the only shot of its production: there is none before or after it.')
        return
      }
      const given = await Promise.all([
        ...(before ? [giveStored(before.id)] : []),
        giveOpen(session, plan.id, { first: 1, last: shot.length }),
        ...(then ? [giveStored(then.id)] : []),
      ])
      if (mine === run) shots.value = markRaw(given)
    } catch (error) {
      if (!(error instanceof ServerAway || error instanceof ServerRefusal || error instanceof HandOffFault)) throw error
      if (mine === run) tell('The shots before and after could not be fetched.', { detail: error.message })
    } finally {
      if (mine === run) fetching.value = false
    }
  }
  function stop(): void {
    run++
    shots.value = null
    fetching.value = false
  }
  return { shots, fetching, on: computed(() => fetching.value || !!shots.value), start, stop, reset: stop }
})
