import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Column } from '#core/document'
import { useDesk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import type { Filmed } from './marks'
import { markDraft, marksOf, unmarkDraft } from './marks'

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

  /** Marks what the playhead shows of it. Where one stands on a mark it is taken off; while it plays marks only come. */
  function mark(): void {
    const [column, plan, { rate }] = [here.value!, desk.plan!.id, desk.shot!]
    const there = marksOf(column, rate).filter(m => m.frame === desk.frame)
    if (there.length) return desk.playing ? undefined : void desk.run(unmarkDraft(plan, column, there))
    const draft = markDraft(plan, column, desk.frame, rate)
    if (draft) desk.run(draft)
    else tell(`${column.name} shows no footage on frame ${desk.frame}.`)
  }
  return { columns, here, mark }
})
