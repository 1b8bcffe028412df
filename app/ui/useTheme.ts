import { useLocalStorage } from '@vueuse/core'
import { watch } from 'vue'

const name = useLocalStorage<'day' | 'night'>('fintro-theme', 'day')

/** Day or night colours, remembered in this browser. */
export function useTheme() {
  const put = () => {
    if (import.meta.client) document.documentElement.dataset.theme = name.value
  }
  watch(name, put, { immediate: true, flush: 'sync' })
  return {
    name,
    toggle: () => {
      name.value = name.value === 'day' ? 'night' : 'day'
    },
  }
}
