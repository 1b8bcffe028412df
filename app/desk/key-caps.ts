const CAPS: Record<string, string> = {
  ArrowDown: '↓',
  ArrowUp: '↑',
  ArrowLeft: '←',
  ArrowRight: '→',
  BracketLeft: '[',
  BracketRight: ']',
  Equal: '+',
  Minus: '−',
  Slash: '/',
  Comma: ',',
  Period: '.',
  Control: 'Ctrl',
  $mod: 'Ctrl',
  Backquote: '`',
  Backslash: '\\',
  Quote: "'",
  Semicolon: ';',
  Delete: 'Del',
  Backspace: '⌫',
  PageDown: 'PgDn',
  PageUp: 'PgUp',
}

/** A key as it is written on its cap: "Ctrl Shift Z". The question mark is one key to the reader. */
export function keyCaps(keys: string): string[] {
  if (keys === 'Shift+Slash') return ['?']
  return keys.split('+').map(k => CAPS[k] ?? k.replace(/^(Key|Digit)/, '').replace(/^[a-z]$/, c => c.toUpperCase()))
}
