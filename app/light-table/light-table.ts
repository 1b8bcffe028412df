import { defineStore, skipHydrate } from 'pinia'
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import type { ArtClip, SelectedArt } from './art'
import { useDesk } from '~/desk/desk'

/** A pencil of the box: what it is for, its colour, its width (px of the picture) and how much of the hand's tremor it takes out. */
export interface PencilKind {
  id: string
  name: string
  colour: string
  width: number
  smooth: number
}

/** Blue for roughs, brown for construction, graphite for tie-downs: common practice is a colour that is easily told from the line. */
export const PENCILS: readonly PencilKind[] = [
  { id: 'tie-down', name: 'Tie-down', colour: '#26302c', width: 6, smooth: 0.3 },
  { id: 'rough', name: 'Rough', colour: '#1f5aa8', width: 4, smooth: 0.1 },
  { id: 'construction', name: 'Construction', colour: '#8a5a2b', width: 3, smooth: 0.2 },
]
export type DrawMode = 'free' | 'line' | 'ellipse' | 'fill'

/** What the hand works with on the light table: pencils, the eraser, what is selected of a drawing, which parts are seen. */
export const useLightTable = defineStore('light-table', () => {
  const desk = useDesk()
  const pencils = useLocalStorage<PencilKind[]>(
    'fintro-pencils',
    PENCILS.map(p => ({ ...p })),
  )
  const pencilId = useLocalStorage('fintro-pencil-now', 'tie-down')
  const pencil = computed(() => pencils.value.find(p => p.id === pencilId.value) ?? pencils.value[0] ?? PENCILS[0]!)
  const setPencil = (change: Partial<PencilKind>): void => {
    pencils.value = pencils.value.map(p => (p.id === pencil.value.id ? { ...p, ...change } : p))
  }

  const mode = ref<DrawMode>('free')
  /** Widths are px of the screen at the size that fits, so that lines look as wide however the picture is zoomed. */
  const asSeen = useLocalStorage('fintro-width-as-seen', false)
  const eraser = useLocalStorage<{ parts: boolean; size: number }>('fintro-rub', { parts: true, size: 9 })

  /** What is selected on the drawing under the playhead. */
  const selected = shallowRef<SelectedArt | null>(null)
  const lasso = useLocalStorage('fintro-lasso', true)
  const keepWidth = useLocalStorage('fintro-keep-width', false)
  const clip = shallowRef<ArtClip | null>(null)
  /** What is selected belongs to one drawing: on another one nothing is. */
  watch(
    () => [desk.drawing?.id, desk.tool],
    () => {
      if (selected.value && (desk.tool !== 'select' || selected.value.drawing !== desk.drawing?.id)) selected.value = null
    },
    { flush: 'sync' },
  )

  /** The part that new strokes belong to; parts that are not seen; the part that is worked on alone. By stack. */
  const partNow = ref<Record<string, string | null>>({})
  const hiddenParts = shallowRef<ReadonlySet<string>>(new Set())
  const alone = ref<string | null>(null)
  const part = computed(() => {
    const id = partNow.value[desk.stack?.id ?? '']
    return id && desk.stack?.subjects[id]?.kind === 'part' ? id : null
  })
  /** Which parts of the active column are seen; null where all are. */
  const seen = computed(() => {
    const only = alone.value && desk.stack?.subjects[alone.value] ? alone.value : null
    if (!only && !hiddenParts.value.size) return null
    return (id: string | null): boolean => (only ? id === only : id === null || !hiddenParts.value.has(id))
  })
  const showPart = (id: string, on: boolean): void => {
    const next = new Set(hiddenParts.value)
    if (on) next.delete(id)
    else next.add(id)
    hiddenParts.value = next
  }

  return {
    pencils: skipHydrate(pencils),
    pencilId: skipHydrate(pencilId),
    pencil,
    setPencil,
    mode,
    asSeen: skipHydrate(asSeen),
    eraser: skipHydrate(eraser),
    selected,
    lasso: skipHydrate(lasso),
    keepWidth: skipHydrate(keepWidth),
    clip,
    partNow,
    hiddenParts,
    alone,
    part,
    seen,
    showPart,
  }
})

export type LightTable = ReturnType<typeof useLightTable>
