import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Column, Footage } from '#core/document'
import { useDesk } from '~/desk/desk'

/** A column that has footage. */
export type Filmed = Column & { readonly footage: Footage }

const isFilmed = (c: Column): c is Filmed => !!c.footage

/** The footage of a shot. */
export const useFilmed = defineStore('footage', () => {
  const desk = useDesk()
  const columns = computed(() => desk.columns.filter(isFilmed))
  /** The column whose footage is worked with: the active one, else the first that is seen. */
  const here = computed<Filmed | null>(
    () =>
      columns.value.find(c => c.id === desk.column?.id) ??
      columns.value.find(c => !c.hidden) ??
      columns.value[0] ??
      null,
  )
  return { columns, here }
})
