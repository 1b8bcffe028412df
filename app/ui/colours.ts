/** The colours that the canvases draw with: the same custom properties as the page. */
const NAMES = [
  'board',
  'sheet',
  'panel',
  'rule',
  'edge',
  'graphite',
  'soft',
  'ledger',
  'wash',
  'signal',
  'pencil',
  'before',
  'after',
  'bottle',
] as const
export type Theme = Readonly<Record<(typeof NAMES)[number], string>>

let known: { name: string; theme: Theme } | null = null

/** The colours of the theme that is on. */
export function theme(): Theme {
  const name = document.documentElement.dataset.theme ?? 'day'
  if (known?.name !== name) {
    const style = getComputedStyle(document.documentElement)
    known = { name, theme: Object.fromEntries(NAMES.map(n => [n, style.getPropertyValue(`--${n}`).trim()])) as Theme }
  }
  return known.theme
}

export const SANS = '"Figtree Variable", system-ui, sans-serif'
export const MONO = '"IBM Plex Mono", ui-monospace, monospace'
