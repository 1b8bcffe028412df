import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import type { PointPair, Vec } from '#core/motion'
import { useDesk } from '~/desk/desk'
import type { Neighbour, Side } from '~/ghosts/laid'
import { neighbourOn, SIDES, useLaid } from '~/ghosts/laid'

/** How a neighbour is laid over this drawing: by dragging it, or by so many points clicked on both. */
export type LayHow = 'drag' | 2 | 3

/** Which neighbour is laid over the drawing under the playhead, and how. */
export const useSuperimpose = defineStore('superimpose', () => {
  const [desk, laid] = [useDesk(), useLaid()]
  const wanted = ref<Side>('before')
  const how = ref<LayHow>('drag')
  /** Points clicked on the neighbour, as it is drawn, each with where it belongs. */
  const pairs = shallowRef<readonly PointPair[]>([])
  /** A point of the neighbour that has no partner yet. */
  const open = shallowRef<Vec | null>(null)

  const neighbours = computed<Record<Side, Neighbour | null>>(() => ({
    before: desk.focus && neighbourOn('before', desk.focus),
    after: desk.focus && neighbourOn('after', desk.focus),
  }))
  /** The side worked on: the other one where there is none on the one that is wanted. */
  const side = computed<Side>(() => {
    const other = SIDES.find(s => s !== wanted.value)!
    return !neighbours.value[wanted.value] && neighbours.value[other] ? other : wanted.value
  })
  const neighbour = computed(() => neighbours.value[side.value])
  /** Where each side's number stands in the bar, and how many of them are laid. */
  const numberOf = (s: Side): string | null => {
    const d = neighbours.value[s]
    return d && (desk.stack?.drawings[d.drawing]?.number ?? null)
  }
  const laidCount = computed(() => Object.keys(laid.known).length)

  function forget(): void {
    pairs.value = []
    open.value = null
  }
  // Points belong to one pair of drawings.
  watch(() => [how.value, neighbour.value?.drawing, desk.drawing?.id], forget)

  function reset(): void {
    wanted.value = 'before'
    how.value = 'drag'
    forget()
  }
  return { wanted, how, pairs, open, neighbours, side, neighbour, numberOf, laidCount, forget, reset }
})
