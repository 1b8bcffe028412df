import type { Command } from '#core/commands'
import type { Stroke } from '#core/stroke'
import type { UndoStep } from './browser-store'

/** What was just done and the browser's store does not have yet. */
export interface Ahead {
  readonly command: Command
  readonly step: UndoStep | null
  readonly strokes: readonly { readonly hash: string; readonly stroke: Stroke }[]
}

const PREFIX = 'fintro-ahead'
/** Larger ones are left to the store: the place that can be written at once is small. */
const LARGEST = 500_000

let count = 0

/**
 * A change is written down at once, before its turn in the browser's store comes: a window that is closed in the next
 * moment loses nothing. Where this place is blocked or full the store has to do.
 */
export const ahead = {
  /** Writes it down; gives the key by which to cross it out, or null where it could not be written. */
  put(shot: string, what: Ahead): string | null {
    try {
      const text = JSON.stringify(what)
      if (text.length > LARGEST) return null
      const key = `${PREFIX}:${shot}:${Date.now()}-${String(count++).padStart(6, '0')}`
      localStorage.setItem(key, text)
      return key
    } catch {
      return null
    }
  },
  /** The store has it. */
  drop(key: string | null): void {
    try {
      if (key) localStorage.removeItem(key)
    } catch {
      // It stays until it is taken up; being done twice is told as done.
    }
  },
  /** What a window that was closed left behind for a shot, oldest first, with its keys. */
  left(shot: string): { key: string; what: Ahead }[] {
    try {
      return Object.keys(localStorage)
        .filter(key => key.startsWith(`${PREFIX}:${shot}:`))
        .sort()
        .flatMap(key => {
          const what = read(localStorage.getItem(key))
          return what ? [{ key, what }] : []
        })
    } catch {
      return []
    }
  },
}

function read(text: string | null): Ahead | null {
  try {
    const what = JSON.parse(text ?? 'null') as Ahead | null
    return what && typeof what.command?.id === 'string' && Array.isArray(what.strokes) ? what : null
  } catch {
    return null
  }
}
