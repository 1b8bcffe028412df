import { useEventListener } from '@vueuse/core'
import { tinykeys } from 'tinykeys'
import { onMounted, onScopeDispose, watchEffect } from 'vue'
import type { Action } from './action'
import { whyNot } from './action'
import { isMovable, isOverlay, isPressable, isTyped } from '~/ui/focus-kinds'
import { KeysGivenBack } from '~/ui/keys-given-back'
import { useDesk } from './desk'
import { usePointed } from './pointed'
import { meanings } from './shortcut-keys'
import { useShortcuts } from './shortcuts'
import { tell } from '~/ui/messages'
import { tellLeft } from './tell-left'

/** Where a click does not leave what is tried out: where it is tried, and on messages. */
const TRIES = '[data-tries]'

/** What only what has the focus may be asked for: what Space and Enter press, and arrows move. */
const isTaken = (e: KeyboardEvent, key: string): boolean =>
  ((key === 'Space' || key === 'Enter') && isPressable(e.target)) || (key.startsWith('Arrow') && isMovable(e.target))

/**
 * Listens for the keys of the actions. Fields, menus and covering dialogs keep their keys, and so does what was reached
 * by the keyboard; what was pressed by the pointer gives them back. Escape lets go of what is tried out, then of the first
 * of `selections` that has something.
 */
export function useKeys(actions: readonly Action[], selections: readonly (() => boolean)[]): void {
  const desk = useDesk()
  const shortcuts = useShortcuts()
  shortcuts.begin(actions)
  const held = useHeldActions()
  /** Presses that an action was found for: a key that two names fit does one thing. */
  const [pressed, done] = [new WeakSet<Event>(), new WeakSet<Event>()]

  function press(e: KeyboardEvent, key: string, meant: readonly Action[]): void {
    if (done.has(e) || (e.defaultPrevented && !pressed.has(e))) return
    if (isTyped(e.target) || isOverlay(e.target) || isTaken(e, key)) return
    const here = meant.filter(a => a.when?.(desk, key) ?? true)
    const action = here.find(a => a.can?.(desk) ?? true)
    if (e.repeat && !action?.repeats) return
    e.preventDefault()
    pressed.add(e)
    const tried = desk.preview
    desk.drop()
    if (!action) return tellWhyNot(here)
    done.add(e)
    const { shot } = desk
    action.do(desk, tried)
    if (tried?.asked && desk.shot === shot && desk.preview?.asked !== tried.asked) tellLeft(tried)
    if (action.release) held.hold(e.code, action)
  }

  function escape(e: KeyboardEvent): void {
    if (isOverlay(e.target)) return
    if (desk.preview) desk.drop()
    else selections.find(letGo => letGo())
  }

  /** A click elsewhere leaves what was tried out by a key. */
  function point(e: PointerEvent): void {
    const tried = desk.preview
    if (tried?.asked && !(e.target as Element).closest(TRIES)) {
      desk.drop()
      tellLeft(tried)
    }
  }

  let stop: (() => void) | null = null
  onMounted(() => {
    const given = new KeysGivenBack(window)
    useEventListener(window, 'pointerdown', point, { capture: true })
    useEventListener(window, 'pointerdown', usePointed().point, { capture: true })
    const unwatch = watchEffect(unbound => {
      const bindings: Record<string, (e: KeyboardEvent) => void> = { Escape: escape }
      for (const [key, meant] of meanings(actions, shortcuts.keysOf)) bindings[key] = e => press(e, key, meant)
      unbound(tinykeys(window, bindings))
    })
    stop = () => (unwatch(), given.end())
  })
  onScopeDispose(() => stop?.())
}

/** A key that nothing can be done with here says so. */
function tellWhyNot(meant: readonly Action[]): void {
  const [action] = meant
  const desk = useDesk()
  if (action) tell(`${action.name.replace(' …', '')}: ${whyNot(action, desk)}`)
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
