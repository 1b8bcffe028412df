import { defineStore, storeToRefs } from 'pinia'
import { computed } from 'vue'
import type { Drawing } from '#core/document'
import type { Exposed } from '#core/sheet'
import { useDesk } from '~/desk/desk'
import { usePointed } from '~/desk/pointed'
import { useSide } from '~/ui/side'
import { exposedIn, inOrder } from '~/desk/numbers'

/** What is selected in the tray: the last one clicked is shown large. */
export const useTray = defineStore('tray', () => {
  const [desk, side] = [useDesk(), useSide()]
  const { drawings: ids } = storeToRefs(usePointed())
  const exposed = computed(() =>
    desk.scene && desk.stack ? exposedIn(desk.scene, desk.stack.id) : new Map<string, Exposed>(),
  )
  const drawings = computed(() => (desk.stack ? inOrder(desk.stack, exposed.value) : []))
  /** The selected drawings that are still there, in the order of the tray. */
  const selected = computed<Drawing[]>(() =>
    side.open === 'tray' ? drawings.value.filter(d => ids.value.includes(d.id)) : [],
  )
  const large = computed<Drawing | null>(() => {
    const last = ids.value.findLast(id => desk.stack?.drawings[id])
    return last === undefined ? null : desk.stack!.drawings[last]!
  })

  /** A click: that one alone; with Ctrl it comes or goes, with Shift all from the last one to it. */
  function pick(id: string, how: { readonly toggle?: boolean; readonly range?: boolean } = {}): void {
    const last = ids.value.at(-1)
    if (how.range && last !== undefined) {
      const order = drawings.value.map(d => d.id)
      const [a, b] = [order.indexOf(last), order.indexOf(id)]
      const between = order.slice(Math.min(a, b), Math.max(a, b) + 1)
      ids.value = [...ids.value.filter(x => !between.includes(x)), ...between.filter(x => x !== id), id]
    } else if (how.toggle) ids.value = ids.value.includes(id) ? ids.value.filter(x => x !== id) : [...ids.value, id]
    else ids.value = [id]
  }
  return { exposed, drawings, selected, large, pick }
})
