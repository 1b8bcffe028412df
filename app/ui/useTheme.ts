import { useRemembered } from '~/ui/remembered'
import { watch } from 'vue'

const name = useRemembered<'day' | 'night'>('fintro-theme', 'day')

/** From day to night colours, or back. */
export function toggleTheme(): void {
  name.value = name.value === 'day' ? 'night' : 'day'
}

/** Day or night colours, remembered in this browser. */
export function useTheme() {
  const put = () => {
    if (import.meta.client) document.documentElement.dataset.theme = name.value
  }
  watch(name, put, { immediate: true, flush: 'sync' })
  return { name, toggle: toggleTheme }
}
