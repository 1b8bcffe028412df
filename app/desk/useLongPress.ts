import { useEventListener } from '@vueuse/core'
import { penNear } from '~/ui/pen-near'

/** How long a finger rests, ms, and how far it may stray, px, to ask for a menu. */
const [LONG, STRAY] = [550, 10]

function swallow(e: Event): void {
  e.preventDefault()
  e.stopImmediatePropagation()
}

/** Lifting a finger that asked for a menu is no click beside it. */
export function liftIsNoClick(): void {
  window.addEventListener('touchend', swallow, { once: true, capture: true, passive: false })
}

/**
 * A finger that rests asks for what the right button asks for. Some browsers say so themselves, others never do. What the
 * finger had begun (a selection, a stroke) is left as if it had not been.
 */
export function useLongPress(): void {
  let resting: { id: number; x: number; y: number; timer: ReturnType<typeof setTimeout> } | null = null
  function stop(): void {
    if (resting) clearTimeout(resting.timer)
    resting = null
  }

  function ask(e: PointerEvent): void {
    stop()
    const { target, clientX, clientY, pointerId, pointerType } = e
    if (!(target instanceof Element) || !target.isConnected) return
    target.dispatchEvent(new PointerEvent('pointercancel', { bubbles: true, pointerId, pointerType, clientX, clientY }))
    liftIsNoClick()
    target.dispatchEvent(new MouseEvent('contextmenu', { bubbles: true, cancelable: true, clientX, clientY }))
  }

  useEventListener('pointerdown', e => {
    const another = !!resting
    stop()
    // Two fingers pan and zoom.
    if (e.pointerType !== 'touch' || another || penNear()) return
    // What makes something else of a finger that rests asks by itself.
    const target = e.target as Element
    if (!target.closest('[data-points]') || target.closest('[data-holds]')) return
    resting = { id: e.pointerId, x: e.clientX, y: e.clientY, timer: setTimeout(() => ask(e), LONG) }
  })
  useEventListener('pointermove', e => {
    if (resting?.id === e.pointerId && Math.hypot(e.clientX - resting.x, e.clientY - resting.y) > STRAY) stop()
  })
  for (const ends of ['pointerup', 'pointercancel', 'contextmenu'] as const)
    useEventListener(window, ends, stop, { capture: true })
}
