import { Finder } from '../app/desk/find'
import { OTHER_WORDS } from '../app/other-words'
import type { Row } from './row'
import { median } from './row'

const [COMMANDS, FRAME_MS] = [400, 1000 / 60]
const TYPED = ['export a movie', 'select all', 'slow in and slow out', 'delete drawing', 'onion skin', 'erazer tol']

/** The slowest keystroke of some searches among 400 commands, over one frame of a display. */
export function searchCommands(): Row {
  const ids = Object.keys(OTHER_WORDS)
  const group = 'Shot'
  const commands = Array.from({ length: COMMANDS }, (_, i) => {
    const id = ids[i % ids.length]!
    const phrases = OTHER_WORDS[id]!
    return { id, name: phrases[i % phrases.length]!, hint: phrases.join(', '), group }
  })
  const finder = new Finder(commands, OTHER_WORDS)
  const keystrokes = TYPED.flatMap(t => Array.from(t, (_, i) => t.slice(0, i + 1)))
  const slowest = Array.from({ length: 7 }, () =>
    Math.max(
      ...keystrokes.map(typed => {
        const began = performance.now()
        finder.find(typed)
        return performance.now() - began
      }),
    ),
  )
  const ms = median(slowest)
  return {
    bench: 'search.commands',
    value: ms / FRAME_MS,
    unit: 'ratio',
    bound: 1,
    better: 'lower',
    parts: { 'slowest keystroke': `${ms.toFixed(2)} ms`, commands: String(COMMANDS) },
  }
}
