import type { RemovableRef, StorageLike, UseStorageOptions } from '@vueuse/core'
import { useStorage } from '@vueuse/core'

/** Where settings are remembered: in this browser, or in this window only where the browser blocks that. */
function place(): StorageLike | undefined {
  if (import.meta.server) return undefined
  try {
    return window.localStorage
  } catch {
    const kept = new Map<string, string>()
    return {
      getItem: key => kept.get(key) ?? null,
      setItem: (key, value) => void kept.set(key, value),
      removeItem: key => void kept.delete(key),
    }
  }
}
let found: StorageLike | undefined

/** A setting of this browser, kept under a name. */
export function useRemembered<T extends string | number | boolean | object>(
  name: string,
  initial: T,
  options?: UseStorageOptions<T>,
): RemovableRef<Widened<T>> {
  found ??= place()
  return useStorage<T>(name, initial, found, options) as unknown as RemovableRef<Widened<T>>
}

/** A setting that begins as true can become false: the type is that of the kind of value. */
type Widened<T> = T extends boolean ? boolean : T extends number ? number : T
