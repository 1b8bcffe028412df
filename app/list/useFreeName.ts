import { useDebounceFn } from '@vueuse/core'
import type { MaybeRefOrGetter } from 'vue'
import { computed, ref, toValue, watch } from 'vue'
import { freeNames } from './calls'
import { AskFault } from '~/sync/ask'

/** Typing waits so long for the next letter, ms. */
const TYPED_MS = 150

/**
 * For a name in a production: whether it is there already, and one that is free. Asked of the server while it is typed;
 * where that does not answer the name is taken to be free, and the server refuses it in the end.
 */
export function useFreeName(of: MaybeRefOrGetter<{ name: string; production: string; shot?: string }>) {
  const known = ref<{ wanted: string; production: string; free: string } | null>(null)
  const wanted = computed(() => {
    const { name, production, shot } = toValue(of)
    return { wanted: name.trim(), production: production.trim(), shot }
  })
  const ask = useDebounceFn(async () => {
    const { shot, ...asked } = wanted.value
    if (!asked.wanted || !asked.production) return
    try {
      const { free } = await freeNames({ ...asked, ...(shot ? { shot } : {}) })
      known.value = { ...asked, free }
    } catch (error) {
      if (!(error instanceof AskFault)) throw error
      known.value = null
    }
  }, TYPED_MS)
  watch(wanted, ask, { immediate: true })
  const free = computed(() => {
    const { wanted: name, production } = wanted.value
    const k = known.value
    return k?.wanted === name && k.production === production ? k.free : name
  })
  return { free, isTaken: computed(() => free.value !== wanted.value.wanted) }
}
