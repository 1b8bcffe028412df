import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Lens } from './lens'
import { STRAIGHT } from './lens'
import type { Steady } from './steady'

/** The ordinary view of the picture, or the one beside it in which a part is held still. */
export type ViewId = 'plain' | 'beside'

/** How the picture lies under the pen, and what is flipped through. */
export const usePicture = defineStore('picture', () => {
  const lens = shallowRef<Lens>(STRAIGHT)
  /** The size of the box that the picture is seen in, px of the screen. */
  const box = shallowRef({ width: 0, height: 0 })
  /** A drawing that is looked at instead of the one on the frame, while flipping, and a frame on which it is exposed. */
  const flip = shallowRef<{ drawing: string; frame: number } | null>(null)
  /** What is flipped through while a key is held. */
  const flipping = ref<'neighbours' | 'selection' | 'pinned' | null>(null)
  /** What is held still, while the picture moves about it. */
  const steady = shallowRef<Steady | null>(null)
  /** The steady view stands beside the ordinary one. */
  const beside = useRemembered('fintro-steady-beside', false)
  /** Whether a view is the one in which a part is held still. */
  const holds = (view: ViewId): boolean => !!steady.value && (view === 'beside' || !two.value)
  const two = computed(() => !!steady.value && beside.value)
  /** How the picture lies in the view beside the ordinary one, and its box; null until it was looked at. */
  const besideLens = shallowRef<Lens | null>(null)
  // Another part, or the same one held anew, is looked at in the middle again.
  watch(steady, () => (besideLens.value = null), { flush: 'sync' })
  const besideBox = shallowRef({ width: 0, height: 0 })
  /** The view that one pointed at last: zooming and rotating mean that one. */
  const pointed = ref<ViewId>('plain')
  const inHand = computed<ViewId>(() => (two.value ? pointed.value : 'plain'))

  /** Whether the edge of the frame is drawn on the paper, and the part of it that is safe for action. */
  const edge = useRemembered('fintro-frame-edge', true)
  const safe = useRemembered('fintro-action-safe', false)

  /** Of drawings that are finished the roughs are seen. */
  const roughs = ref(false)

  function reset(): void {
    roughs.value = false
    lens.value = STRAIGHT
    flip.value = null
    flipping.value = null
    steady.value = null
    besideLens.value = null
    pointed.value = 'plain'
  }

  return {
    lens,
    box,
    flip,
    flipping,
    steady,
    beside: skipHydrate(beside),
    two,
    holds,
    besideLens,
    besideBox,
    pointed,
    inHand,
    edge: skipHydrate(edge),
    safe: skipHydrate(safe),
    roughs,
    reset,
  }
})
