import { useDebounceFn, useEventListener } from '@vueuse/core'
import { computed, onMounted, onScopeDispose, ref, watch } from 'vue'
import type { Wanted } from './calls'
import { ShotPages } from './shot-pages'

/** Typing waits so long for the next letter, ms. */
const TYPED_MS = 150

/** The shots that are looked for, fetched anew where something else is, and where this window is come back to. */
export function useShots(wanted: () => Wanted) {
  const pages = new ShotPages(wanted)
  const { found, shots, all } = pages
  const failed = ref('')
  async function trying(work: Promise<void>): Promise<void> {
    try {
      await work
      failed.value = ''
    } catch (error) {
      if ((error as Error).name !== 'AbortError') failed.value = (error as Error).message
    }
  }
  const load = (): Promise<void> => trying(pages.load())
  const again = (): Promise<void> => trying(pages.again())
  const see = (starts: readonly number[]): Promise<void> => trying(pages.see(starts))
  const later = useDebounceFn(load, TYPED_MS)
  watch(wanted, (now, before) => void (now.search === before.search ? load() : later()))
  onMounted(load)
  useEventListener(import.meta.client ? document : null, 'visibilitychange', () => {
    if (document.visibilityState === 'visible' && found.value) void again()
  })
  onScopeDispose(() => pages.stop())
  return { found, shots, failed, see, all, again, total: computed(() => found.value?.total ?? 0) }
}
