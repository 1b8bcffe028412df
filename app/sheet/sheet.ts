import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import { computed, ref, shallowRef } from 'vue'
import type { Clip } from './arrange'
import { leftOf, ROW_HEIGHTS, rowsOf, USUAL_ROW } from './layout'

/** What the margin counts in. */
export type Margin = 'frame' | 'timecode' | 'feet'

/** How the sheet is looked at, what was copied from it, and which of its forms are open. */
export const useSheet = defineStore('sheet', () => {
  const remembered = useRemembered('fintro-row', USUAL_ROW)
  /** Height of a frame's row, px. */
  const rowHeight = computed({
    get: () => (ROW_HEIGHTS.includes(remembered.value as 15) ? remembered.value : USUAL_ROW),
    set: px => {
      remembered.value = px
    },
  })
  const margin = useRemembered<Margin>('fintro-margin', 'frame')
  /** The column of action notes is open. */
  const notes = ref(false)
  const rows = computed(() => rowsOf(rowHeight.value))
  /** Where the columns begin, px. */
  const left = computed(() => leftOf({ notes: notes.value }))
  const clip = shallowRef<Clip | null>(null)
  /** A drawing's number is being typed into the cell at the playhead. */
  const typing = ref(false)
  /** The frames that a note is being written over. */
  const noting = shallowRef<{ frame: number; frames: number } | null>(null)
  /** The panel of what else can be done with the selected frames is open. */
  const more = ref(false)

  function reset(): void {
    typing.value = false
    noting.value = null
    more.value = false
  }

  return { rowHeight, rows, left, margin: skipHydrate(margin), notes, clip, typing, noting, more, reset }
})
