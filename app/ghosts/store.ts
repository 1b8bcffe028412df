import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import { computed, ref, shallowRef } from 'vue'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import type { GhostPair, GhostSettings } from './ghosts'
import { GHOSTS, ghostsHere, settingsOf } from './ghosts'
import { neighbourOn, SIDES, useLaid } from './laid'

/** Which ghosts are seen. */
export const useGhosts = defineStore('ghosts', () => {
  const [desk, laid, tools] = [useDesk(), useLaid(), useTools()]
  const on = useRemembered('fintro-ghosts', true)
  /** Which neighbours, how strongly and in what tints. */
  const rule = useRemembered<GhostSettings>('fintro-ghost-rule', { ...GHOSTS }, { mergeDefaults: true })
  rule.value = settingsOf(rule.value)
  function setRule(change: Partial<GhostSettings>): void {
    rule.value = { ...rule.value, ...change }
  }
  /** Drawings that are always seen as ghosts, by stack. */
  const pinned = useRemembered<Record<string, string[]>>('fintro-ghost-pins', {})
  /** Off while a key is held. */
  const hidden = ref(false)
  const pair = shallowRef<GhostPair | null>(null)

  /** Neighbours that are laid over the drawing under the playhead, or are about to be. */
  const also = computed(() =>
    SIDES.flatMap(side => {
      const next = neighbourOn(side, desk.focus!)
      return next && (tools.tool === 'superimpose' || laid.here[next.drawing]) ? [{ ...next, side }] : []
    }),
  )

  /** The ghosts of the frame that is worked on; none while it plays. */
  const here = computed(() =>
    on.value && !desk.playing && desk.scene && desk.focus
      ? ghostsHere(desk.scene, desk.focus, {
          rule: rule.value,
          pinned: pinned.value,
          pair: pair.value,
          also: also.value,
        })
      : [],
  )

  /** Pins a drawing as a ghost of its stack, or takes it off. */
  function togglePinned(stack: string, drawing: string): void {
    const now = pinned.value[stack] ?? []
    const next = now.includes(drawing) ? now.filter(d => d !== drawing) : [...now, drawing].slice(-6)
    pinned.value = { ...pinned.value, [stack]: next }
  }

  function reset(): void {
    pair.value = null
    hidden.value = false
  }

  return {
    on: skipHydrate(on),
    rule: skipHydrate(rule),
    pinned: skipHydrate(pinned),
    hidden,
    pair,
    here,
    setRule,
    togglePinned,
    reset,
  }
})
