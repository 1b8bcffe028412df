import type { Field } from './focus-kinds'
import { elementOf, FIELD, isOverlay, isPressable, OWN, PRESSABLE } from './focus-kinds'

/** Takes the focus away from something: to the panel it stands in, so that Escape still closes that, or to nothing. */
function letGo(el: HTMLElement): void {
  const panel = el.parentElement?.closest<HTMLElement>('[tabindex="-1"]')
  if (panel) panel.focus({ preventScroll: true })
  else el.blur()
}

/** What a field held when it was entered comes back. */
function restore(field: Field, was: string): void {
  if (field.value === was) return
  field.value = was
  // For what follows each letter. None is told that the field was changed, as it is not.
  field.dispatchEvent(new Event('input', { bubbles: true }))
}

/** Keys that press or move what has the focus. Others are left to the browser where the desk has no use for them. */
const ACTS = /^(?:Space|Enter|NumpadEnter|Arrow.*|Home|End|Page.*|Key.|Digit.)$/

/** Keys that press nothing: they are for what has the focus, as Escape is for what its button has opened. */
const STAYS: ReadonlySet<string> = new Set(['Tab', 'Escape', 'Shift', 'Control', 'Alt', 'Meta'])

/**
 * Gives the keys back to the desk. They belong to it: what was reached by the pointer, be it a button, a chip, a card or a
 * menu, keeps none of them once it was pressed. What was reached by the keyboard keeps those that press and move it. Fields
 * keep theirs until Enter or Escape; Escape takes nothing that was typed.
 */
export class KeysGivenBack {
  private readonly listening = new AbortController()
  /** What was pressed by the pointer, and not reached by the keyboard since. */
  private readonly pointed = new WeakSet<Element>()
  /** What fields held when they were entered. */
  private readonly entered = new WeakMap<Element, string>()
  /** What was used last: the pointer, or a key by its name. */
  private last = 'pointer'
  /** A list of values that was opened by the pointer: keys are the list's until one was taken. */
  private list: Element | null = null

  /** Listens on a window until `end`. */
  constructor(private readonly window: Window) {
    const { signal } = this.listening
    const first = { capture: true, signal }
    window.addEventListener('pointerdown', e => this.pointer(e), first)
    window.addEventListener('focusin', e => this.focused(e), first)
    window.addEventListener('keydown', e => this.down(e), first)
    window.addEventListener('keydown', e => this.entering(e), { signal })
    window.addEventListener('change', e => this.changed(e), { signal })
  }

  end(): void {
    this.listening.abort()
  }

  private pointer(e: PointerEvent): void {
    this.last = 'pointer'
    // A click on a button may be one on its icon, which is no HTML.
    const at = e.target instanceof Element ? e.target : null
    const pressed = at?.closest(PRESSABLE) ?? at?.closest('label')?.control ?? null
    if (pressed) this.pointed.add(pressed)
    this.list = pressed?.matches('select') && pressed !== this.list ? pressed : null
  }

  private focused(e: FocusEvent): void {
    const el = elementOf(e.target)
    if (!el) return
    if (el.matches(FIELD)) this.entered.set(el, (el as Field).value)
    // What a click has opened may give the focus to something in it: that was not reached by the keyboard either.
    if (this.last === 'pointer') return void this.pointed.add(el)
    // A menu that closes gives the focus back to its button: that is not reaching it.
    if (this.last === 'Tab' || (e.relatedTarget && !isOverlay(e.relatedTarget))) this.pointed.delete(el)
  }

  private changed(e: Event): void {
    const el = elementOf(e.target)
    if (!el?.matches('select') || !this.pointed.has(el) || isOverlay(el)) return
    this.list = null
    letGo(el)
  }

  private down(e: KeyboardEvent): void {
    this.last = e.key
    const el = elementOf(e.target)
    if (!el || isOverlay(el) || el.closest(OWN)) return
    if (el.matches(FIELD)) {
      if (e.key === 'Escape' && !e.isComposing) this.leave(e, el as Field)
    } else if (el === this.list && mayBeOpen(el)) {
      if (['Enter', 'Escape', 'Space'].includes(e.code)) this.list = null
    } else if (isPressable(el) && this.pointed.has(el) && !STAYS.has(e.key)) this.pass(e, el)
  }

  /** Out of a field, as if nothing had been typed. */
  private leave(e: KeyboardEvent, field: Field): void {
    restore(field, this.entered.get(field) ?? field.value)
    letGo(field)
    e.preventDefault()
    e.stopImmediatePropagation()
  }

  /** A key as if it had been pressed with nothing in focus. */
  private pass(e: KeyboardEvent, el: HTMLElement): void {
    e.stopImmediatePropagation()
    letGo(el)
    const again = new KeyboardEvent('keydown', e)
    const { activeElement, body } = this.window.document
    ;(activeElement ?? body).dispatchEvent(again)
    if (again.defaultPrevented || (ACTS.test(e.code) && !e.ctrlKey && !e.metaKey && !e.altKey)) e.preventDefault()
  }

  /** Enter in a field is done with it, unless it means something there. */
  private entering(e: KeyboardEvent): void {
    const el = elementOf(e.target)
    if (e.key !== 'Enter' || e.defaultPrevented || e.isComposing || !el?.matches(FIELD)) return
    if (!el.matches('textarea') && !isOverlay(el) && !el.closest(`${OWN}, form`)) letGo(el)
  }
}

/** False for a list of values that was closed again, where the browser tells that. */
const mayBeOpen = (list: HTMLElement): boolean => !CSS.supports('selector(:open)') || list.matches(':open')
