import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import type { Vec } from '#core/motion'
import { computed, ref, shallowRef, watch } from 'vue'
import { useDesk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import type { ArtClip, SelectedArt } from './art'
import { usePencils } from './pencils'
import { useSeenParts } from './useSeenParts'

export type DrawMode = 'free' | 'line' | 'ellipse' | 'fill'

/**
 * What the hand works with on the light table: pencils, the eraser, what is selected of a drawing, which parts are
 * seen.
 */
export const useLightTable = defineStore('light-table', () => {
  const [desk, tools] = [useDesk(), useTools()]
  const { pencils, pencilId, pencil, setPencil, firmness } = usePencils()
  const mode = ref<DrawMode>('free')
  /** Widths are px of the screen at the size that fits, so that lines look as wide however the picture is zoomed. */
  const asSeen = useRemembered('fintro-width-as-seen', false)
  const eraser = useRemembered<{ parts: boolean; size: number }>('fintro-rub', { parts: true, size: 9 })
  const { onHeld, nextOnHeld } = useOnHeld()
  const { fillSeesAll, leak } = useFilling()
  /** After each stroke the playhead goes to the next drawing. */
  const nextAfterStroke = ref(false)

  /** What is selected on the drawing under the playhead. */
  const selected = shallowRef<SelectedArt | null>(null)
  const lasso = useRemembered('fintro-lasso', true)
  const keepWidth = useRemembered('fintro-keep-width', false)
  const clip = shallowRef<ArtClip | null>(null)
  /** What is selected belongs to one drawing: on another one nothing is. */
  watch(
    () => [desk.drawing?.id, tools.tool],
    () => {
      leak.value = null
      if (tools.tool !== 'select' || selected.value?.drawing !== desk.drawing?.id) selected.value = null
    },
    { flush: 'sync' },
  )

  function reset(): void {
    selected.value = null
    leak.value = null
    nextAfterStroke.value = false
  }

  return {
    pencils: skipHydrate(pencils),
    pencilId: skipHydrate(pencilId),
    pencil,
    setPencil,
    firmness: skipHydrate(firmness),
    mode,
    asSeen: skipHydrate(asSeen),
    eraser: skipHydrate(eraser),
    onHeld,
    nextOnHeld,
    nextAfterStroke,
    fillSeesAll: skipHydrate(fillSeesAll),
    leak,
    selected,
    lasso: skipHydrate(lasso),
    keepWidth: skipHydrate(keepWidth),
    clip,
    reset,
    ...useSeenParts(),
  }
})

/** What pen and eraser do on held frames: a setting of the shot. */
function useOnHeld() {
  const desk = useDesk()
  /** What the pen does on a held frame, in this shot: draws on the held drawing, or begins a new one or a copy here. */
  const onHeld = computed(() => desk.shot?.onHeld ?? 'held')
  /** On to the next of these ways, round and round. */
  function nextOnHeld(): void {
    const next = ({ held: 'blank', blank: 'copy', copy: 'held' } as const)[onHeld.value]
    desk.run({ name: 'shot.set', args: { onHeld: next } })
  }
  return { onHeld, nextOnHeld }
}

/** How shapes are filled, and what came of it. */
function useFilling() {
  /** Filling sees the lines of all columns, so that colour can lie in one of its own. */
  const fillSeesAll = useRemembered('fintro-fill-sees-all', false)
  /** Where the shape that could not be filled is open, px of the picture. */
  const leak = shallowRef<Vec | null>(null)
  return { fillSeesAll, leak }
}
