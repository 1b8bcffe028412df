import { defineStore, skipHydrate } from 'pinia'
import { computed, shallowRef } from 'vue'
import type { Action } from './action'
import { keyCaps } from './key-caps'
import type { Changed } from './shortcut-keys'
import { clashes, isSingle, keysNow, readChanged, sameKey } from './shortcut-keys'
import { useRemembered } from '~/ui/remembered'

/** The keys of all actions: their own, or those that were given to them in this browser. */
export const useShortcuts = defineStore('shortcuts', () => {
  const actions = shallowRef<readonly Action[]>([])
  const kept = useRemembered<Changed>('fintro-shortcuts', {})
  /** Off: no letter, digit or sign does anything without Ctrl or Alt. */
  const singles = useRemembered('fintro-single-keys', true)
  const changed = computed(() => readChanged(kept.value, actions.value))
  const byId = computed(() => new Map(actions.value.map(a => [a.id, a])))
  const clashing = computed(() => clashes(actions.value, changed.value))

  /** What there is to give keys to. It is no state: a server has nothing to say of it. */
  function begin(all: readonly Action[]): void {
    actions.value = all
  }
  /** Every key of an action, also while single keys are off. */
  const allKeys = (a: Action): readonly string[] => keysNow(a, changed.value)
  /** The keys that do it. */
  const keysOf = (a: Action): readonly string[] => allKeys(a).filter(k => singles.value || !isSingle(k))
  /** The first key of an action as on its caps: "Ctrl Z"; '' where it has none. */
  function caps(id: string): string {
    const action = byId.value.get(id)
    const key = action && keysOf(action)[0]
    return key ? keyCaps(key).join(' ') : ''
  }
  /** Words with the key of an action behind them: "Undo (Ctrl Z)". */
  const told = (words: string, id: string): string => {
    const key = caps(id)
    return key ? `${words} (${key})` : words
  }

  function put(a: Action, keys: readonly string[]): void {
    const { [a.id]: _, ...rest } = changed.value
    const own = keys.length === a.keys.length && keys.every((k, i) => k === a.keys[i])
    kept.value = own ? rest : { ...rest, [a.id]: keys }
  }
  /** Gives an action a key, in the place of one that it had or behind those. */
  function give(a: Action, key: string, instead?: string): void {
    const had = allKeys(a).filter(k => k === instead || sameKey(k) !== sameKey(key))
    put(a, instead === undefined ? [...had, key] : had.map(k => (k === instead ? key : k)))
  }
  function takeAway(a: Action, key: string): void {
    put(
      a,
      allKeys(a).filter(k => sameKey(k) !== sameKey(key)),
    )
  }
  const putBack = (a: Action): void => put(a, a.keys)
  function putAllBack(): void {
    kept.value = {}
    singles.value = true
  }
  const isChanged = (a: Action): boolean => a.id in changed.value
  const anyChanged = computed(() => Object.keys(changed.value).length > 0 || !singles.value)
  return {
    ...{ singles: skipHydrate(singles), changed, clashing, anyChanged },
    ...{ begin, allKeys, keysOf, caps, told, isChanged, give, takeAway, putBack, putAllBack },
  }
})

/** Words with the key of an action behind them, as tooltips have them: "Undo (Ctrl Z)". */
export const withKey = (words: string, id: string): string => useShortcuts().told(words, id)
