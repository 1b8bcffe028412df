/** What is pressed, and not typed into. */
export const PRESSABLE = [
  'button, a[href], summary, select, [role=radio], [role=switch], [role=tab], [tabindex="0"]:not([role=grid])',
  ...['checkbox', 'radio', 'range', 'color', 'file', 'button'].map(t => `input[type=${t}]`),
].join(', ')
/** What has all keys while it is there: a menu, and a dialog that covers the desk. */
const OVERLAY = '[role=menu], [aria-modal=true]'
/** Where what is typed is shown. */
export const FIELD =
  'textarea, input:not([type=checkbox], [type=radio], [type=range], [type=color], [type=file], [type=button])'
/** It deals with Enter and Escape itself. */
export const OWN = '[data-own-keys]'

/** The element that an event is of. */
export const elementOf = (t: EventTarget | null): HTMLElement | null => (t instanceof HTMLElement ? t : null)
export type Field = HTMLInputElement | HTMLTextAreaElement

/** True for what has all keys, or is in it. */
export const isOverlay = (t: EventTarget | null): boolean => !!elementOf(t)?.closest(OVERLAY)
/** True for what is typed into, a list of values that opens included. */
export const isTyped = (t: EventTarget | null): boolean =>
  !!elementOf(t) && (elementOf(t)!.isContentEditable || elementOf(t)!.matches(`${FIELD}, select`))
/** True for what Space or Enter presses. */
export const isPressable = (t: EventTarget | null): boolean => !!elementOf(t)?.matches(PRESSABLE)
/** True for what the arrow keys change. */
export const isMovable = (t: EventTarget | null): boolean =>
  !!elementOf(t)?.matches('input[type=radio], input[type=range], [role=tab], [role=radio]')
