import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { useRemembered } from './remembered'

/** The panels that the side slot holds, one at a time. */
const PANELS = [
  'chart',
  'column',
  'cycles',
  'export',
  'footage',
  'frames',
  'ghosts',
  'guide',
  'import',
  'lines',
  'mouths',
  'moves',
  'new-pose',
  'parts',
  'pins',
  'poses',
  'reading',
  'reshape',
  'shelf',
  'shot',
  'sound',
  'states',
  'tray',
] as const
export type SidePanelName = (typeof PANELS)[number]

/** The side slot at the right edge of the desk: what it holds, and what it held last. */
export const useSide = defineStore('side', () => {
  const open = ref<SidePanelName | null>(null)
  const kept = useRemembered<SidePanelName>('fintro-slot', 'tray')
  /** What it held last; the tray where what was remembered is no panel any more. */
  const last = computed(() => (PANELS.includes(kept.value) ? kept.value : 'tray'))
  watch(open, now => {
    if (now) kept.value = now
  })
  /** What a panel was opened about, where it is told; the panel says what that can be. */
  const about = ref('')
  const toggle = (panel: SidePanelName): void => {
    about.value = ''
    open.value = open.value === panel ? null : panel
  }
  function show(panel: SidePanelName, what: string): void {
    about.value = what
    open.value = panel
  }
  function reset(): void {
    about.value = ''
    open.value = null
  }
  return { open, last, about, toggle, show, reset }
})
