import { useEventListener } from '@vueuse/core'
import { tinykeys } from 'tinykeys'
import { onMounted, onScopeDispose } from 'vue'
import type { Action } from './action'
import { useDesk } from './desk'

const typing = (t: EventTarget | null): boolean =>
  t instanceof HTMLElement &&
  (t.isContentEditable || t.matches('input:not([type=checkbox]):not([type=radio]):not([type=range]), textarea, select'))
const ownsKeys = (t: EventTarget | null): boolean =>
  t instanceof HTMLElement && !!t.closest('[role="dialog"], [role="listbox"], [role="menu"]')
const pressable = (t: EventTarget | null): boolean =>
  t instanceof HTMLElement && t.matches('button, a[href], [role="radio"], [role="switch"], summary, input')

/**
 * Listens for the keys of the actions. Fields, dialogs and focused buttons keep the keys that are theirs. Escape lets
 * go of what is tried out, then of the first of `selections` that has something.
 */
export function useKeys(actions: readonly Action[], selections: readonly (() => boolean)[]): void {
  const desk = useDesk()
  const held = useHeldActions()

  function press(e: KeyboardEvent, key: string, meant: readonly Action[]): void {
    if (typing(e.target) || ownsKeys(e.target)) return
    if ((key === 'Space' || key === 'Enter') && pressable(e.target)) return
    const action = meant.find(a => a.can?.(desk) ?? true)
    if (e.repeat && !action?.repeats) return
    e.preventDefault()
    const tried = desk.preview
    desk.drop()
    if (!action) return
    action.do(desk, tried)
    if (action.release) held.hold(e.code, action)
  }

  function escape(e: KeyboardEvent): void {
    if (typing(e.target)) (e.target as HTMLElement).blur()
    if (desk.preview) desk.drop()
    else selections.find(letGo => letGo())
  }

  let stop: (() => void) | null = null
  onMounted(() => {
    const bindings: Record<string, (e: KeyboardEvent) => void> = { Escape: escape }
    for (const key of new Set(actions.flatMap(a => a.keys))) {
      const meant = actions
        .filter(a => a.keys.includes(key))
        .sort((a, b) => Number(b.first ?? false) - Number(a.first ?? false))
      bindings[key] = e => press(e, key, meant)
    }
    stop = tinykeys(window, bindings)
  })
  onScopeDispose(() => stop?.())
}

/** What lasts while a key is held, by the key. It ends when the key is let go, and when the window is left. */
function useHeldActions() {
  const desk = useDesk()
  const held = new Map<string, Action>()
  function letGo(code?: string): void {
    for (const [key, action] of held) {
      if (code !== undefined && key !== code) continue
      held.delete(key)
      action.release!(desk)
    }
  }
  onMounted(() => {
    useEventListener(window, 'keyup', e => letGo(e.code))
    useEventListener(window, 'blur', () => letGo())
  })
  return { hold: (code: string, action: Action) => void held.set(code, action) }
}
