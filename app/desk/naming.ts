import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import type { Column, Stack } from '#core/document'
import { exposedDrawings } from '#core/sheet'
import { useDesk } from './desk'
import { numbersBy, renumberDraft } from './numbers'

/** Columns with more exposures are not looked through at every edit: it would be felt. */
const MOST_RUNS = 4000

/** Whether every exposed drawing of a column is named by the frame it is first exposed on ("13", or "13a"). */
export function namedByFrame(column: Column, stack: Stack): boolean {
  const exposed = exposedDrawings(column.runs)
  for (const [id, { first }] of exposed) {
    const number = stack.drawings[id]?.number ?? ''
    if (parseInt(number, 10) !== first || !/^\d+[a-z]*$/.test(number)) return false
  }
  return exposed.size > 1
}

/**
 * Notices when drawings that were named by their frames no longer are, since they were timed otherwise, so that new
 * numbers can be offered.
 */
export const useNaming = defineStore('naming', () => {
  const desk = useDesk()
  /** The column whose names no longer fit; null where none is offered. */
  const unfit = shallowRef<string | null>(null)
  const fitted = shallowRef<string | null>(null)
  const fits = computed(() => {
    const { column, stack } = desk.stored?.focus ?? {}
    return column && stack && column.runs.count <= MOST_RUNS ? namedByFrame(column, stack) : null
  })
  watch(
    [() => desk.shot, () => desk.columnId],
    () => {
      const { columnId } = desk
      if (fits.value) {
        if (unfit.value === columnId) unfit.value = null
        fitted.value = columnId
      } else if (fits.value === false && fitted.value === columnId) {
        unfit.value = columnId
        fitted.value = null
      } else if (fitted.value !== columnId) fitted.value = null
    },
    { flush: 'post', immediate: true },
  )
  /** Names no longer fit in the column that is worked on. */
  const offered = computed(() => unfit.value !== null && unfit.value === desk.columnId)
  /** All exposed drawings of the column named by their frames; false where they are already. */
  function renumber(): boolean {
    const draft =
      desk.stack && desk.scene ? renumberDraft(desk.stack, numbersBy(desk.scene, desk.stack, 'frame')) : null
    unfit.value = null
    return !!draft && desk.run(draft)
  }
  function leave(): void {
    unfit.value = null
  }
  function reset(): void {
    unfit.value = null
    fitted.value = null
  }
  return { offered, renumber, leave, reset }
})
