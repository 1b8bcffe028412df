import { useEventListener } from '@vueuse/core'
import { useRemembered } from './remembered'
import { tell } from './messages'

/** A hand rests on the glass while it draws, and for so long after the pen left it, ms. */
const NEAR_MS = 800
let [down, last] = [0, Number.NEGATIVE_INFINITY]

/** A pen is on the glass, or was over it a moment ago: what touches it now is the hand that holds the pen. */
export const penNear = (now = performance.now()): boolean => down > 0 || now - last < NEAR_MS

/** Whether only the pen draws: fingers move the picture. Remembered in this browser. */
export const useOnlyPen = () => useRemembered('fintro-only-pen', false)

/** Notices pens, from this window's first one on. It is offered once that only the pen draws. */
export function usePens(): void {
  if (import.meta.server) return
  const onlyPen = useOnlyPen()
  const offered = useRemembered('fintro-only-pen-offered', false)
  const on = (e: PointerEvent): void => {
    if (e.pointerType !== 'pen') return
    last = performance.now()
    if (e.type === 'pointerdown') down++
    else if (e.type === 'pointerup' || e.type === 'pointercancel') down = Math.max(0, down - 1)
  }
  for (const type of ['pointerdown', 'pointermove', 'pointerup', 'pointercancel'] as const)
    useEventListener(window, type, on, { capture: true, passive: true })
  useEventListener(window, 'pointerup', e => {
    if (e.pointerType !== 'pen' || offered.value || navigator.maxTouchPoints < 1) return
    offered.value = true
    if (!onlyPen.value)
      tell('There is a pen. Fingers can draw as well, or move the picture only.', {
        offers: [{ label: 'Only the pen draws', do: () => void (onlyPen.value = true) }],
      })
  })
}
