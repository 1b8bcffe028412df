import { useEventListener } from '@vueuse/core'
import { tinykeys } from 'tinykeys'
import { onMounted, onScopeDispose } from 'vue'
import type { Action } from './action'
import type { Desk } from './desk'
import { useLightTable } from '~/light-table/light-table'

const typing = (t: EventTarget | null): boolean =>
  t instanceof HTMLElement &&
  (t.isContentEditable || t.matches('input:not([type=checkbox]):not([type=radio]):not([type=range]), textarea, select'))
const ownsKeys = (t: EventTarget | null): boolean =>
  t instanceof HTMLElement && !!t.closest('[role="dialog"], [role="listbox"], [role="menu"]')
const pressable = (t: EventTarget | null): boolean =>
  t instanceof HTMLElement && t.matches('button, a[href], [role="radio"], [role="switch"], summary, input')

/** Listens for the keys of the actions. Fields, dialogs and focused buttons keep the keys that are theirs. */
export function useKeys(desk: Desk, actions: readonly Action[]): void {
  const table = useLightTable()
  let stop: (() => void) | null = null
  /** What lasts while a key is held, by the key. It ends when the key is let go, and when the window is left. */
  const held = new Map<string, Action>()
  function letGo(code?: string): void {
    for (const [key, action] of held) {
      if (code !== undefined && key !== code) continue
      held.delete(key)
      action.release!(desk)
    }
  }
  onMounted(() => {
    const bindings: Record<string, (e: KeyboardEvent) => void> = {}
    for (const key of new Set(actions.flatMap(a => a.keys))) {
      const meant = actions
        .filter(a => a.keys.includes(key))
        .sort((a, b) => Number(b.first ?? false) - Number(a.first ?? false))
      bindings[key] = e => {
        if (typing(e.target) || ownsKeys(e.target)) return
        if ((key === 'Space' || key === 'Enter') && pressable(e.target)) return
        const action = meant.find(a => a.can?.(desk) ?? true)
        if (e.repeat && !action?.repeats) return
        e.preventDefault()
        const tried = desk.preview
        desk.drop()
        if (!action) return
        action.do(desk, tried)
        if (action.release) held.set(e.code, action)
      }
    }
    bindings.Escape = e => {
      if (typing(e.target)) (e.target as HTMLElement).blur()
      if (desk.preview) desk.drop()
      else if (table.selected) table.selected = null
      else if (desk.picked.size) desk.picked = new Set()
      else if (desk.selection) desk.selection = null
    }
    stop = tinykeys(window, bindings)
    useEventListener(window, 'keyup', e => letGo(e.code))
    useEventListener(window, 'blur', () => letGo())
  })
  onScopeDispose(() => stop?.())
}
