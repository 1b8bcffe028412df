import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

/** What a context menu is of. */
export type MenuOf = 'cell' | 'bar' | 'card' | 'head' | 'picture' | 'sound' | 'word'

/** A context menu that was asked for: of what, and where, px of the window. */
export interface Asked {
  readonly of: MenuOf
  readonly x: number
  readonly y: number
}

/** The context menu: what it is of, and where it was asked for, px of the window. */
export const useContextMenu = defineStore('context-menu', () => {
  const open = shallowRef<Asked | null>(null)
  /** Opens it for a press of the right button, a long press or the menu key. */
  function ask(e: MouseEvent, of: MenuOf): void {
    e.preventDefault()
    open.value = { of, x: e.clientX, y: e.clientY }
  }
  /** Closes one; another that was opened since stays. */
  function close(one: Asked): void {
    if (open.value === one) open.value = null
  }
  function reset(): void {
    open.value = null
  }
  return { open, ask, close, reset }
})
