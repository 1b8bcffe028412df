/**
 * Moves the focus among the elements of a panel that match: by arrow keys from one to the next, round and round, and
 * onto the first one from anywhere else. Fields keep their arrow keys.
 */
export function reach(e: KeyboardEvent, among: string): void {
  const by = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[e.key]
  if (!by || (e.target as HTMLElement).matches('input, select, textarea')) return
  e.preventDefault()
  const all = [...(e.currentTarget as HTMLElement).querySelectorAll<HTMLElement>(among)]
  const at = all.indexOf(document.activeElement as HTMLElement)
  all[at < 0 ? 0 : (at + by + all.length) % all.length]?.focus()
}
