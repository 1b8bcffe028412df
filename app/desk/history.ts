import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { Saving } from '~/sync/listener'

/** What undo and redo would do, and the state of saving: as the session tells it. */
export const useHistory = defineStore('history', () => ({
  saving: shallowRef<Saving>({ state: 'saved', kept: 0, onlyHere: 0, aside: 0 }),
  undoLabel: ref<string | null>(null),
  redoLabel: ref<string | null>(null),
}))
