import { useRemembered } from '~/ui/remembered'
import { computed } from 'vue'
import type { Original } from '#core/document'

/**
 * A pencil of the box: what it is for, its colour, its width (px of the picture) and how much of the hand's tremor it
 * takes out.
 */
export interface PencilKind {
  id: string
  name: string
  colour: string
  width: number
  smooth: number
  /** How strongly it covers, 0.05 to 1; all of it where nothing is said. */
  strength?: number
  /** How long the string is that its line is pulled on, px of the screen. */
  string?: number
  /** The one on a shelf that it is a copy of. */
  original?: Original
}

/**
 * Blue for roughs, brown for construction, graphite for tie-downs: common practice is a colour that is easily told from
 * the line.
 */
export const PENCILS: readonly PencilKind[] = [
  { id: 'tie-down', name: 'Tie-down', colour: '#26302c', width: 6, smooth: 0.3 },
  { id: 'rough', name: 'Rough', colour: '#1f5aa8', width: 4, smooth: 0.1 },
  { id: 'construction', name: 'Construction', colour: '#8a5a2b', width: 3, smooth: 0.2 },
]

/** The box holds so many at most. */
export const MOST_PENCILS = 8

/** The box of pencils, remembered in this browser, and the one in hand. */
export function usePencils() {
  const pencils = useRemembered<PencilKind[]>(
    'fintro-pencils',
    PENCILS.map(p => ({ ...p })),
  )
  const pencilId = useRemembered<string>('fintro-pencil-now', 'tie-down')
  const pencil = computed(() => pencils.value.find(p => p.id === pencilId.value) ?? pencils.value[0] ?? PENCILS[0]!)
  const setPencil = (change: Partial<PencilKind>): void => {
    pencils.value = pencils.value.map(p => (p.id === pencil.value.id ? { ...p, ...change } : p))
  }
  /** How much pressure the hand needs: −1 little, 1 much. */
  const firmness = useRemembered('fintro-pen-firmness', 0)
  return { pencils, pencilId, pencil, setPencil, firmness }
}
